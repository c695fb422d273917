import { defineConfig } from 'drizzle-kit'

export default defineConfig({ dialect: 'mysql', schema: './server/db/tables/index.ts', out: './server/db/migrations' })
