import { customType, date, datetime } from 'drizzle-orm/mysql-core'

// Instants are UTC with milliseconds and are given by the services: no column reads the database's clock.
export const instant = (name: string) => datetime(name, { mode: 'date', fsp: 3 })
/** Ids and digests are told apart byte by byte, not by the rules of a language: that is dearer at every look-up. */
const ascii = (length: number) =>
  customType<{ data: string }>({ dataType: () => `char(${length}) character set ascii collate ascii_bin` })
export const uuid = ascii(36)
export const digest = ascii(64)
export const day = (name: string) => date(name, { mode: 'string' })
