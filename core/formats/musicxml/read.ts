import { PRESETS, PRESET_NAMES } from '../../guitar/presets'
import { beginsWith, textOf } from '../bytes'
import { musicOf, type Beside, type Found, type ReadMusic } from '../read-music'
import { unzipMusic } from '../zip'
import { Part, TOLD } from './part'
import { at, child, childrenOf, readXml, type Element } from './xml'

/** What a file of several parts is asked for, and what it is read beside. */
export interface MusicXmlReading {
  /** Which part, from 1; the first when left out. */
  readonly part?: number | undefined
  readonly beside?: Beside
}

function guitarOf(
  part: Part,
  preset: (typeof PRESET_NAMES)[number] | undefined,
): { readonly guitar: Found['guitar']; readonly warnings: readonly string[] } {
  const { tuning, capo } = part
  if (tuning.length >= 6 && tuning.length <= 8 && tuning.every(midi => midi >= 0 && midi <= 127))
    return { guitar: { tuning, capo, ...(preset && { preset }) }, warnings: [] }
  if (tuning.length > 0)
    return {
      guitar: null,
      warnings: [`Its staff has ${tuning.length} strings, a guitar here six to eight: places are chosen anew.`],
    }
  return { guitar: null, warnings: [] }
}

/** Reads the text of a score; see {@link readMusicXml}. */
function readScore(text: string, { part: wanted, beside }: MusicXmlReading): ReadMusic {
  const xml = readXml(text)
  if (!xml.ok) return xml
  const { root } = xml
  if (root.name === 'score-timewise')
    return { ok: false, why: 'The file is ordered by time (score-timewise): only score-partwise is read.' }
  if (root.name !== 'score-partwise')
    return { ok: false, why: `The file is no MusicXML score: it begins with <${root.name.slice(0, 40)}>.` }
  const parts = childrenOf(root, 'part')
  const list = childrenOf(child(root, 'part-list'), 'score-part')
  if (parts.length === 0) return { ok: false, why: 'The score has no part.' }
  const number = wanted ?? 1
  const body = parts[number - 1]
  if (!body)
    return {
      ok: false,
      why: `The score has ${parts.length === 1 ? 'one part' : `${parts.length} parts`}; there is no part ${number}.`,
    }
  const byId = new Map(list.toReversed().map(each => [each.attributes.id, each]))
  const listed = (one: Element) => byId.get(one.attributes.id)
  const nameOf = (one: Element, i: number) => child(listed(one), 'part-name')?.text || `part ${i + 1}`
  const part = new Part()
  for (const [i, measure] of childrenOf(body, 'measure').entries()) part.readMeasure(measure, i === 0)
  const label = at(listed(body), 'score-instrument', 'instrument-name')?.text
  const { guitar, warnings } = guitarOf(
    part,
    PRESET_NAMES.find(name => PRESETS[name].label === label),
  )
  const joined = part.joined()
  // Frets without the strings they are counted on say nothing: the places are the engine's.
  const notes = guitar || part.tuning.length === 0 ? joined : joined.map(({ string: _, fret: __, ...note }) => note)
  return musicOf(
    {
      notes,
      title: at(root, 'work', 'work-title')?.text || child(root, 'movement-title')?.text || null,
      meter: part.meter ?? [4, 4],
      tempo: part.tempo,
      guitar,
      parts: parts.map(nameOf),
      warnings: [
        ...(parts.length > 1 && wanted === undefined
          ? [
              `Of ${parts.length} parts the first is read, ${nameOf(body, 0)}; the others are ${parts
                .slice(1, 6)
                .map((one, i) => `${i + 2} ${nameOf(one, i + 1)}`)
                .join(', ')}${parts.length > 6 ? ' …' : ''}.`,
            ]
          : []),
        ...warnings,
        ...TOLD.flatMap(([what, told]) => (part.passed.counts.has(what) ? [told(part.passed.counts.get(what)!)] : [])),
      ],
    },
    beside,
  )
}

/** The score an archive holds: the file its container names, or the only one. */
function scoreIn(files: Readonly<Record<string, Uint8Array>>): Uint8Array | null {
  const container = files['META-INF/container.xml']
  const named = container && readXml(textOf(container))
  const path = named && named.ok ? at(named.root, 'rootfiles', 'rootfile')?.attributes['full-path'] : undefined
  const inside = Object.keys(files).filter(name => /\.(musicxml|xml)$/i.test(name) && !name.startsWith('META-INF/'))
  return files[path ?? ''] ?? (inside.length > 0 ? files[inside[0]!]! : null)
}

/**
 * Reads MusicXML (score-partwise, also packed as `.mxl`), also as other programs write it.
 * @param bytes At most 20 MB.
 */
export function readMusicXml(bytes: Uint8Array, reading: MusicXmlReading = {}): ReadMusic {
  if (!beginsWith(bytes, [0x50, 0x4b])) return readScore(textOf(bytes), reading)
  const archive = unzipMusic(bytes)
  if (!archive.ok) return archive
  const score = scoreIn(archive.files)
  return score ? readScore(textOf(score), reading) : { ok: false, why: 'The archive holds no score.' }
}
