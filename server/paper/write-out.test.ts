import { describe, expect, test } from '@jest/globals'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { OPENINGS } from '../../core/formats/writers.test.data'
import { drillOnPaper } from '../../core/sheet/paper'
import { exportBody, fileName, paperBody } from '../../shared/contracts/drills/export'
import { pdfOf, writeOut, writePaper } from './write-out'

// What another program reads: `pdfjs-dist`, a general PDF reader of the registry.

const SPEC = { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }

async function read(bytes: Buffer) {
  const document = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, verbosity: 0 }).promise
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const page = await document.getPage(i + 1)
      const { items } = await page.getTextContent()
      const { fnArray } = await page.getOperatorList()
      return {
        text: items
          .map(item => ('str' in item ? item.str : ''))
          .join(' ')
          .replace(/\s+/g, ' '),
        size: page.view.slice(2).map(Math.round),
        images: fnArray.filter(operator => operator === OPS.paintImageXObject).length,
      }
    }),
  )
  const { info } = await document.getMetadata()
  return { pages, info: info as Record<string, unknown>, text: pages.map(({ text }) => text).join('\n') }
}
/** The fonts of a document that are not in it: what is embedded has a font file (ISO 32000-1, 9.8). */
const fontsOf = (bytes: Buffer) => {
  const text = bytes.toString('latin1')
  return {
    described: text.match(/\/Type \/FontDescriptor/g)?.length ?? 0,
    embedded: text.match(/\/FontFile[23]? /g)?.length ?? 0,
  }
}
const one = (more: object) => writeOut(exportBody.parse({ as: 'pdf', name: 'Winter drill', spec: SPEC, ...more }))
const bytesOf = (written: Awaited<ReturnType<typeof writeOut>>) => {
  if (!written.ok) throw new Error(written.error.message)
  return written.bytes
}

describe('a drill on paper', () => {
  test('says what it is, for whom, at which tempos, with cues and boxes to log by hand', async () => {
    const bytes = bytesOf(await one({ student: 'Ada', tempos: { start: 60, target: 80 } }))
    const { text, info, pages } = await read(bytes)
    for (const words of [
      'Winter drill',
      'Tempo 60',
      'Target 80',
      'For Ada',
      '4 to a beat',
      'Watch for',
      'Clean passes',
    ])
      expect(text).toContain(words)
    expect(text).toContain('Pain is not normal: stop at once')
    expect([info.Title, info.Language ?? 'en-GB']).toEqual(['Winter drill', 'en-GB'])
    expect(pages.every(({ images }) => images === 0)).toBe(true)
  })

  test('every font is in the file, and the words of other scripts have one', async () => {
    const bytes = bytesOf(await one({ name: 'Зимний drill in F♯', student: 'Ελένη' }))
    const { described, embedded } = fontsOf(bytes)
    expect(described).toBeGreaterThan(2)
    expect(embedded).toBe(described)
    expect((await read(bytes)).text).toMatch(/Зимний.*F.*♯.*Ελένη/)
  })

  test('A4 and Letter have their sizes in points (ISO 216; ANSI/ASME Y14.1)', async () => {
    for (const [paper, size] of [
      ['a4', [595, 842]],
      ['letter', [612, 792]],
    ] as const)
      expect((await read(bytesOf(await one({ paper })))).pages.map(page => page.size)).toEqual([size])
  })

  test('the same drill is the same bytes', async () => {
    expect(Buffer.compare(bytesOf(await one({})), bytesOf(await one({})))).toBe(0)
  })

  test.each(OPENINGS)('%s has the pages that are told before, and all of its frets on them', async (_, score) => {
    const { pages, text } = await read(await pdfOf(score))
    expect(pages).toHaveLength(drillOnPaper(score, { lanes: true }).pages.length)
    expect(text).toContain('Watch for')
    const figures = text.split(' ').filter(word => /^\d+$/.test(word)).length
    expect(figures).toBeGreaterThanOrEqual(score.notes.length)
  })

  test('a long drill goes on over pages that are numbered, its last bar on the last with music', async () => {
    const written = await one({ spec: { ...SPEC, times: 12 }, lanes: true })
    const { pages } = await read(bytesOf(written))
    expect(written).toMatchObject({ pages: pages.length })
    expect(pages.length).toBeGreaterThan(3)
    expect(pages[1]!.text).toContain(`page 2 of ${pages.length}`)
  })

  test('what cannot be written says which field is wrong', async () => {
    expect(await one({ spec: { ...SPEC, order: { fingers: [3, 3] } } })).toMatchObject({
      ok: false,
      error: { path: 'spec.order.fingers' },
    })
    expect(await one({ spec: { version: 1, family: 'count', count: { tempos: [60] } } })).toMatchObject({ ok: false })
  })
})

describe('several drills on paper', () => {
  const several = (form: string, drills: readonly object[]) =>
    writePaper(paperBody.parse({ form, heading: 'A week', lines: ['20 minutes a day'], drills }))
  const said = {
    stage: 'from tempo',
    minutes: '5 minutes a day',
    way: 'now 60, then 64',
    cues: ['Relax.'],
    cautions: [],
    word: null,
  }

  test('pages has each on its own, compact the first line of each, week what to do with them', async () => {
    const drills = ['One', 'Two', 'Three'].map(name => ({ name, spec: SPEC, said }))
    const pages = await read(bytesOf(await several('pages', drills)))
    expect(pages.pages.map(({ text }) => /One|Two|Three/.exec(text)![0])).toEqual(['One', 'Two', 'Three'])
    const compact = await read(bytesOf(await several('compact', drills)))
    expect(compact.pages).toHaveLength(1)
    expect(compact.text).toContain('A week')
    const week = await read(bytesOf(await several('week', drills)))
    for (const words of ['5 minutes a day', 'now 60, then 64', 'Relax.', 'Mon', 'Sun', 'felt:', 'Three'])
      expect(week.text).toContain(words)
  })

  test('a bad one among them is named by its place', async () => {
    expect(
      await several('week', [
        { name: 'One', spec: SPEC },
        { name: 'Two', spec: { ...SPEC, position: 99 } },
      ]),
    ).toMatchObject({ ok: false, error: { path: 'drills.1.spec.position' } })
  })
})

test('a name becomes one that any system takes', () => {
  expect(['A/B: 1–4?', '..\\..\\x', '  ', 'Зима ♯1', 'CON\u0000\n'].map(fileName)).toEqual([
    'A B 1–4',
    'x',
    'drill',
    'Зима ♯1',
    'CON',
  ])
})
