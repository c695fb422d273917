// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- packages without types
/// <reference path="./packages.d.ts" />
import { existsSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { decompress } from 'wawoff2'
import type { Face } from '../../core/formats/svg/styles'
import { FONT_FILES, SPARE_FONT } from './font-files'

/** Typefaces as a PDF takes them: TrueType. */
export type PaperFonts = Readonly<Record<Face | 'spare', Buffer>>

/** The folder of packages nearest to this file: the project's, or the one that the built server carries. */
function packages(): string {
  let folder = dirname(fileURLToPath(import.meta.url))
  while (!existsSync(join(folder, 'node_modules', SPARE_FONT))) {
    const above = dirname(folder)
    if (above === folder) throw new Error('the typefaces are missing: install the packages anew with `npm ci`')
    folder = above
  }
  return join(folder, 'node_modules')
}

const faceNames = Object.keys(FONT_FILES) as Face[]

let opened: Promise<PaperFonts> | undefined
async function open(): Promise<PaperFonts> {
  const folder = packages()
  const faces: [Face, Buffer][] = []
  // One after the other: the library unpacks in one place of memory.
  for (const face of faceNames)
    faces.push([face, Buffer.from(await decompress(await readFile(join(folder, FONT_FILES[face]))))])
  return { ...(Object.fromEntries(faces) as Record<Face, Buffer>), spare: await readFile(join(folder, SPARE_FONT)) }
}

/** The typefaces of paper, unpacked at first use and kept. */
export const paperFonts = (): Promise<PaperFonts> => (opened ??= open())

/** The typefaces as data addresses, for pictures that are to carry them. */
export async function inlineFaces(): Promise<Readonly<Record<Face, string>>> {
  const folder = packages()
  const faces = await Promise.all(
    faceNames.map(
      async face =>
        [
          face,
          `data:font/woff2;base64,${(await readFile(join(folder, FONT_FILES[face]))).toString('base64')}`,
        ] as const,
    ),
  )
  return Object.fromEntries(faces) as Record<Face, string>
}
