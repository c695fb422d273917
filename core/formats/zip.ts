import { unzipSync, type UnzipFileInfo } from 'fflate'
import { MOST_BYTES } from './bytes'

/** Files of an archive by name, or why it is not opened, in one sentence. */
export type Unzipped =
  | { readonly ok: true; readonly files: Readonly<Record<string, Uint8Array>> }
  | { readonly ok: false; readonly why: string }

const MOST_FILES = 500
/** So many times larger than it is packed a file may become: music packs by ten or twenty, a bomb by a thousand. */
const MOST_RATIO = 200

class Refused extends Error {}

function look({ name, size, originalSize }: UnzipFileInfo): void {
  if (name.startsWith('/') || /^[A-Za-z]:|\\/.test(name) || name.split('/').includes('..'))
    throw new Refused(`The archive has a file with the path “${name.slice(0, 80)}”, which leads out of it.`)
  if (originalSize > MOST_BYTES)
    throw new Refused(`A file in the archive would be ${Math.round(originalSize / 1e6)} MB; 20 MB are the most.`)
  if (originalSize > 100_000 && originalSize > size * MOST_RATIO)
    throw new Refused('The archive is packed so tightly that it cannot be music.')
}

/**
 * Opens an archive whose files are music: paths, number, sizes and ratios are looked at before anything is unpacked.
 * @param bytes At most 20 MB.
 */
export function unzipMusic(bytes: Uint8Array): Unzipped {
  let count = 0
  let total = 0
  try {
    const files = unzipSync(bytes, {
      filter: info => {
        look(info)
        count++
        total += info.originalSize
        if (count > MOST_FILES) throw new Refused(`The archive has more than ${MOST_FILES} files.`)
        if (total > MOST_BYTES) throw new Refused('The archive would unpack to more than 20 MB.')
        return !info.name.endsWith('/')
      },
    })
    // A size that was lied about shows now.
    const large = Object.values(files).reduce((sum, file) => sum + file.length, 0)
    if (large > MOST_BYTES) return { ok: false, why: 'The archive unpacks to more than 20 MB.' }
    return { ok: true, files }
  } catch (error) {
    return {
      ok: false,
      why: error instanceof Refused ? error.message : 'The archive is damaged or cut off: it cannot be unpacked.',
    }
  }
}
