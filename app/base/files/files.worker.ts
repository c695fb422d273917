import { expose } from 'comlink'
import { readFile } from '#core/formats/read-file'

/** Readers of files, off the thread that draws: a file may be twenty megabytes of anything. */
const files = { readFile }
export type Files = typeof files

expose(files)
