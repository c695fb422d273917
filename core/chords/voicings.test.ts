import { describe, expect, test } from '@jest/globals'
import { Chord, Note } from 'tonal'
import { instrumentOf, midiAt } from '../guitar/instrument'
import { SpecError } from '../schema/spec-error'
import { chordShape, readFrets } from './chord'
import { everyVoicing, fretsInWords, tonesOf, voicingsOf } from './voicings'

const guitar = instrumentOf({ preset: 'classical' })

/** Every row of six frets up to a fret, told apart by plain counting and judged by the definition. */
function byCounting(name: string, highest: number): Set<string> {
  const chord = Chord.get(name)
  const chromas = new Set(chord.notes.map(note => Note.chroma(note)!))
  const bass = Note.chroma(chord.bass || chord.tonic!)!
  const fifth = (Note.chroma(chord.tonic!)! + 7) % 12
  const found = new Set<string>()
  const frets: (number | null)[] = []
  const search = (i: number): void => {
    if (i === 6) {
      const sounding = frets.flatMap((fret, k) => (fret === null ? [] : [{ fret, midi: midiAt(guitar, 6 - k, fret) }]))
      if (sounding.length < 3 || Math.min(...sounding.map(({ midi }) => midi)) % 12 !== bass) return
      const text = frets.map(fret => (fret === null ? 'x' : '.')).join('')
      if (/\.x+\./.test(text)) return
      const heard = new Set(sounding.map(({ midi }) => midi % 12))
      if ([...chromas].some(chroma => !heard.has(chroma) && (chromas.size < 4 || chroma !== fifth))) return
      const down = sounding.map(({ fret }) => fret).filter(fret => fret > 0)
      if (down.length > 0 && Math.max(...down) - Math.min(...down) > 3) return
      try {
        chordShape({ frets: fretsInWords(frets) }, guitar, '')
      } catch (error) {
        if (error instanceof SpecError) return
        throw error
      }
      found.add(fretsInWords(frets))
      return
    }
    for (let fret = -1; fret <= highest; fret++) {
      if (fret >= 0 && !chromas.has(midiAt(guitar, 6 - i, fret) % 12)) continue
      frets.push(fret < 0 ? null : fret)
      search(i + 1)
      frets.pop()
    }
  }
  search(0)
  return found
}

describe('shapes of a chord', () => {
  test.each(['C', 'Am', 'G7', 'Dmaj7', 'Bm7b5', 'Esus4'])('%s: as many as counting every row of frets finds', name => {
    const counted = byCounting(name, 8)
    const found = everyVoicing(tonesOf(name)!, guitar)
      .filter(frets => frets.every(fret => fret === null || fret <= 8))
      .map(fretsInWords)
    expect(counted.size).toBeGreaterThan(5)
    expect(new Set(found)).toEqual(counted)
    expect(found).toHaveLength(counted.size)
  })

  test.each(['C', 'F#m', 'Bb', 'G/B', 'Am7', 'E7', 'Cadd9', 'Ddim'])(
    '%s sounds the notes the theory library gives it, its bass lowest',
    name => {
      const chord = Chord.get(name)
      const voicings = voicingsOf(name, { preset: 'steel' })
      expect(voicings.length).toBeGreaterThan(2)
      for (const { frets } of voicings) {
        const midis = readFrets(frets, 6, '').flatMap((fret, i) => (fret === null ? [] : [midiAt(guitar, 6 - i, fret)]))
        const chromas = new Set(chord.notes.map(note => Note.chroma(note)))
        for (const midi of midis) expect([frets, chromas.has(midi % 12)]).toEqual([frets, true])
        expect(Math.min(...midis) % 12).toBe(Note.chroma(chord.bass || chord.tonic!))
      }
    },
  )

  test('the shapes that method books print come first (from memory)', () => {
    expect(['C', 'G', 'Am', 'F', 'B7'].map(name => voicingsOf(name, { preset: 'classical' })[0]!.frets)).toEqual([
      'x32010',
      '320003',
      'x02210',
      '133211',
      'x21202',
    ])
  })

  test('barre shapes up the neck are among them (common practice)', () => {
    const frets = (name: string) => voicingsOf(name, { preset: 'classical' }).map(each => each.frets)
    expect(frets('C')).toContain('x35553')
    expect(frets('Bb')).toContain('x13331')
  })

  test('another tuning and a seventh string have shapes of their own', () => {
    const dropped = voicingsOf('D', { preset: 'electric', tuning: [38, 45, 50, 55, 59, 64] })
    expect(dropped[0]!.frets).toBe('000232')
    const seven = voicingsOf('E', { preset: 'electric', tuning: [35, 40, 45, 50, 55, 59, 64] })
    expect(seven[0]!.frets).toHaveLength(7)
  })

  test('what is no chord has none', () => {
    expect(voicingsOf('Hm', { preset: 'classical' })).toEqual([])
    expect(voicingsOf('', { preset: 'classical' })).toEqual([])
  })
})
