import { describe, expect, test } from '@jest/globals'
import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'

const ROOT = process.cwd()

function filesIn(folder: string): string[] {
  return readdirSync(join(ROOT, folder), { withFileTypes: true, recursive: true })
    .filter(entry => entry.isFile() && /\.(ts|vue)$/.test(entry.name))
    .map(entry => relative(ROOT, join(entry.parentPath, entry.name)))
}

/** What a file imports: paths from the project's root for its own files, names for packages. */
function importsOf(file: string): string[] {
  const source = readFileSync(join(ROOT, file), 'utf8')
  return [...source.matchAll(/^(?:import|export|\})(?:[^'\n]* from)? '([^']+)'|\bimport\('([^']+)'\)/gm)]
    .map(([, stated, dynamic]) => stated ?? dynamic!)
    .map(name => {
      if (name.startsWith('.')) return relative(ROOT, resolve(ROOT, dirname(file), name))
      if (name.startsWith('~/')) return `app/${name.slice(2)}`
      return name.replace(/^#(core|shared)\//, '$1/')
    })
}

const isTest = (file: string) => /\.test(\.data)?\.ts$/.test(file)
const core = filesIn('core').filter(file => !isTest(file))

/** Layers of the core; a lower one never imports an upper one. Layers on one line do not import each other. */
const LAYERS: readonly (readonly string[])[] = [
  ['pitch', 'guitar'],
  ['schema'],
  ['line'],
  ['chords'],
  ['families', 'transforms', 'strokes', 'hand'],
  ['fingering'],
  ['score'],
  ['fitting', 'chord-changes', 'practice', 'writing', 'variations', 'notation'],
  ['stages'],
  ['grade'],
  ['ladder'],
  ['wording'],
  ['sheet'],
  ['formats'],
]
/** What encodes and decodes the bytes of a format. */
const CODECS = ['xmlbuilder2', 'saxes', 'midi-file', 'fflate', 'ical.js', 'papaparse']
/** What draws standard notation. */
const ENGRAVER = ['vexflow/bravura']
/**
 * The parts of the fingering engine, in the same way: how the hand is described, every way to play, the cheapest of
 * them, and why.
 */
const FINGERING = ['model', 'space', 'solve', 'explain']
const layerOf = (path: string) => LAYERS.findIndex(layer => layer.includes(path.split('/')[1]!))

describe('the way imports point', () => {
  test('there is something to look at', () => {
    expect(core.length).toBeGreaterThan(30)
    expect(core.flatMap(importsOf).length).toBeGreaterThan(60)
  })

  test.each(core)('%s imports only the core and the few libraries it may', file => {
    const allowed = [
      'tonal',
      'luxon',
      'fastest-levenshtein',
      ...(file.startsWith('core/schema/') ? ['zod', 'json-merge-patch'] : []),
      ...(file.startsWith('core/formats/') ? CODECS : []),
      ...(file.startsWith('core/sheet/staff/') ? ENGRAVER : []),
    ]
    for (const name of importsOf(file))
      expect([file, name.startsWith('core/') || allowed.includes(name) ? 'fine' : name]).toEqual([file, 'fine'])
  })

  test.each(core)('%s imports no layer above its own, and none beside it', file => {
    for (const name of importsOf(file).filter(each => each.startsWith('core/'))) {
      const same = name.split('/')[1] === file.split('/')[1]
      expect([file, name, same || layerOf(name) < layerOf(file)]).toEqual([file, name, true])
    }
  })

  test('the parts of the fingering engine build on each other in one direction', () => {
    const part = (path: string) => FINGERING.indexOf(path.split('/')[2]!)
    const inside = core.filter(file => file.startsWith('core/fingering/'))
    expect(inside.length).toBeGreaterThan(10)
    for (const file of inside) {
      for (const name of importsOf(file).filter(each => each.startsWith('core/fingering/')))
        expect([file, name, part(name) <= part(file)]).toEqual([file, name, true])
    }
  })

  test.each(core)('%s asks neither clock nor chance', file => {
    const source = readFileSync(join(ROOT, file), 'utf8')
    expect(source).not.toMatch(/Date\.now|new Date\(\)|Math\.random|DateTime\.(now|local|utc)\(\)|process\.|console\./)
  })

  test('no file of the core is part of a cycle', () => {
    expect(filesInOrder(core)).toHaveLength(core.length)
  })
})

/** Files, each after those it imports. @throws Error that names a circle of imports. */
function filesInOrder(files: readonly string[]): readonly string[] {
  const known = new Map(files.map(file => [file.replace(/\.ts$/, ''), file]))
  const done = new Set<string>()
  const walk = (file: string, path: readonly string[]): void => {
    if (path.includes(file)) throw new Error(`cycle: ${[...path, file].join(' → ')}`)
    if (done.has(file)) return
    for (const name of importsOf(file)) {
      const next = known.get(name) ?? known.get(`${name}/index`)
      if (next) walk(next, [...path, file])
    }
    done.add(file)
  }
  for (const file of files) walk(file, [])
  return [...done]
}

/** Layers of the server, in the same way. */
const SERVER_LAYERS: readonly (readonly string[])[] = [
  ['errors', 'sent', 'queue'],
  ['db'],
  ['observability', 'policy'],
  ['writes'],
  ['paper'],
  ['engine', 'backup'],
  ['subjects'],
  ['utils'],
  ['route'],
  ['middleware', 'plugins', 'api'],
]
/** Subjects: a later one may ask an earlier one. */
const SUBJECTS = ['drills', 'taught', 'practice', 'lessons', 'people', 'studio']

describe('the server', () => {
  const server = filesIn('server').filter(file => !isTest(file) && !/^server\/(tests|db\/migrations)\//.test(file))
  const partOf = (path: string) => path.split('/')[1]!.replace(/\.ts$/, '')
  const serverLayer = (path: string) => SERVER_LAYERS.findIndex(layer => layer.includes(partOf(path)))
  const subjectOf = (path: string) => SUBJECTS.indexOf(path.split('/')[2]!)

  test.each(server)('%s imports no layer above its own, and none beside it', file => {
    expect([file, serverLayer(file) >= 0]).toEqual([file, true])
    for (const name of importsOf(file).filter(each => each.startsWith('server/')))
      expect([file, name, partOf(name) === partOf(file) || serverLayer(name) < serverLayer(file)]).toEqual([
        file,
        name,
        true,
      ])
  })

  test('a subject asks those before it only', () => {
    const inSubjects = server.filter(file => file.startsWith('server/subjects/'))
    expect(inSubjects.length).toBeGreaterThan(30)
    for (const file of inSubjects) {
      expect([file, subjectOf(file) >= 0]).toEqual([file, true])
      for (const name of importsOf(file).filter(each => each.startsWith('server/subjects/')))
        expect([file, name, subjectOf(name) <= subjectOf(file)]).toEqual([file, name, true])
    }
  })

  test('no file of it is part of a cycle, nor of the contracts', () => {
    const shared = filesIn('shared').filter(file => !isTest(file))
    expect(filesInOrder([...server, ...shared])).toHaveLength(server.length + shared.length)
  })
})

describe('between the parts of the house', () => {
  test('shared contracts import the core only; the application never the server, nor the server the application', () => {
    for (const file of filesIn('shared'))
      for (const name of importsOf(file)) expect([file, /^(app|server)\//.test(name)]).toEqual([file, false])
    for (const file of filesIn('app'))
      for (const name of importsOf(file)) expect([file, /^server\//.test(name)]).toEqual([file, false])
    for (const file of filesIn('server'))
      for (const name of importsOf(file)) expect([file, /^app\//.test(name)]).toEqual([file, false])
  })

  test('the application knows answers and routes by their types: what checks them stays with the server', () => {
    const heavy = /^import (?!type )(?:\{[^}]*\}|\w+) from '#shared\/(routes|contracts\/\w+\/answers)'/m
    for (const file of filesIn('app').filter(each => !isTest(each)))
      expect([file, heavy.test(readFileSync(join(ROOT, file), 'utf8'))]).toEqual([file, false])
  })
})
