import { defineConfig } from 'drizzle-kit'

export default defineConfig({ dialect: 'mysql', schema: './server/db/tables.ts', out: './server/db/migrations' })
