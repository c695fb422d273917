import fc from 'fast-check'

const finger = fc.integer({ min: 1, max: 4 })
const string = fc.integer({ min: 1, max: 6 })
const anyStrings = (max: number) => fc.array(string, { minLength: 1, maxLength: max })
const chord = fc
  .constantFrom('x32010', '320003', 'xx0232', '022000', 'x02210', '133211', 'x24432', '244222', 'x02220')
  .map(frets => ({ frets }))
const neighbours = fc.constantFrom([6, 5, 4, 3], [5, 4, 3, 2], [4, 3, 2, 1])

/** A random block of each family, most of them playable. */
const BLOCKS: Readonly<Record<string, fc.Arbitrary<unknown>>> = {
  order: fc.record({
    fingers: fc.shuffledSubarray([1, 2, 3, 4], { minLength: 1 }),
    back: fc.constantFrom('mirror', 'same'),
    crawl: fc.integer({ min: -1, max: 1 }),
    crawlEvery: fc.constantFrom('string', 'pass'),
  }),
  pair: fc.record({
    fingers: fc.shuffledSubarray([1, 2, 3, 4], { minLength: 2, maxLength: 2 }),
    reps: fc.integer({ min: 1, max: 4 }),
    trill: fc.boolean(),
  }),
  held: fc
    .tuple(fc.shuffledSubarray([1, 2, 3, 4], { minLength: 2, maxLength: 4 }), string, anyStrings(3))
    .map(([hand, on, strings]) => ({
      held: [{ finger: hand[0], string: on }],
      moving: { fingers: hand.slice(1), strings },
    })),
  chromatic: fc.record({
    strings: anyStrings(3),
    positions: fc.constantFrom([1, 5, 9], [1], [2, 6], [5, 9]),
    fromOpen: fc.boolean(),
    travel: fc.constantFrom('there', 'back', 'there-and-back'),
    shiftPause: fc.constantFrom(0, 1, 0.5),
  }),
  slur: fc.record({
    string,
    groups: fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 4 }), {
      minLength: 1,
      maxLength: 5,
    }),
    slurred: fc.oneof(fc.integer({ min: 0, max: 5 }), fc.constant([1])),
  }),
  tap: fc.record({
    string,
    cycle: fc.constantFrom(
      [
        { fret: 7, finger: 1 },
        { fret: 10, finger: 4 },
        { fret: 14, tap: 'm' },
      ],
      [
        { fret: 0, finger: 0 },
        { fret: 5, finger: 1 },
        { fret: 12, tap: 'i' },
        { fret: 8, finger: 4 },
      ],
    ),
    times: fc.integer({ min: 1, max: 4 }),
  }),
  cell: fc.record({
    cell: fc.constantFrom('WW', 'HW', 'WH'),
    link: fc.constantFrom(0, 1, 4),
    stay: fc.integer({ min: 1, max: 3 }),
  }),
  scale: fc.record({
    tonic: fc.constantFrom('C', 'G', 'D', 'A', 'F', 'Bb', 'F#'),
    type: fc.constantFrom('major', 'minor', 'harmonic minor', 'minor pentatonic', 'dorian'),
    layout: fc.constantFrom('position', 'three-per-string', 'one-string', 'box'),
    string,
    range: fc.constantFrom('tonic', 'full'),
    sequence: fc.constantFrom('straight', 'skips', 'groups-3', 'groups-4', 'together', 'drone'),
    drone: fc.record({ string: fc.constantFrom(6, 5), fret: fc.constant(0) }),
  }),
  pattern: fc.record({
    chords: fc.array(chord, { minLength: 1, maxLength: 4 }),
    tokens: fc.constantFrom(
      'p:R a:1 m:2 i:3 p:A m:2',
      'p:R+a:1/q i:3 m:2',
      'p:R i:3/t m:2/t a:1/t',
      'p:R/s i:3/s p:B+m:2',
    ),
    barsPerChord: fc.integer({ min: 1, max: 2 }),
  }),
  shape: fc.record({
    chord: fc.constantFrom('Em', 'C', 'G7', 'Am', 'Dm7'),
    strings: fc.constant([5, 4, 3, 2, 1]),
    formula: fc.constantFrom([2, 1, 1, 1, 2], [2, 1, 1, 2, 1], [1, 1, 1, 1, 1], [2, 2, 1, 2, 1]),
    place: fc.integer({ min: 1, max: 4 }),
    travel: fc.constantFrom('there', 'back', 'there-and-back'),
    play: fc.constantFrom('rake', 'alternate', 'economy', 'sweep'),
  }),
  diagonal: fc.record({
    strings: neighbours,
    fret: fc.integer({ min: 1, max: 10 }),
    form: fc.constantFrom('rising', 'falling', 'alternate'),
    play: fc.constantFrom('block', 'picked', 'swept'),
    moves: fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 4 }),
  }),
  picking: fc.record({
    groups: fc.array(
      fc.record({
        strings: fc.uniqueArray(string, { minLength: 1, maxLength: 3 }),
        notes: fc.integer({ min: 1, max: 8 }),
        times: fc.integer({ min: 1, max: 3 }),
      }),
      { minLength: 1, maxLength: 3 },
    ),
    fret: fc.constantFrom(0, 5),
  }),
  pedal: fc.record({
    string,
    fingers: fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 4 }),
    start: fc.constantFrom('pedal', 'moving'),
    moving: fc.record({ strings: anyStrings(3), fingers: fc.array(finger, { minLength: 1, maxLength: 4 }) }),
  }),
  blocks: fc.record({
    chords: fc.array(chord, { minLength: 1, maxLength: 4 }),
    stage: fc.constantFrom('block', 'sequential', 'pattern', 'strum'),
    tokens: fc.constant('p:R i:3 m:2 a:1'),
    barsPerChord: fc.integer({ min: 1, max: 2 }),
  }),
  free: fc.record({
    notes: fc
      .array(fc.record({ string, fret: fc.integer({ min: 0, max: 12 }) }), { minLength: 1, maxLength: 24 })
      .map(places => places.map((place, i) => ({ at: i * 5040, dur: 5040, ...place }))),
  }),
}

/** Names of the families that become sheets. */
export const SHEET_FAMILIES = Object.keys(BLOCKS)

const transforms = fc.array(
  fc.oneof(
    fc.constantFrom({ do: 'reverse' }, { do: 'mirror' }, { do: 'mirror' }),
    fc.record({ do: fc.constant('rotate'), n: fc.integer({ min: 1, max: 6 }) }),
    fc.record({ do: fc.constant('strokes'), by: fc.integer({ min: -3, max: 3 }) }),
    fc.record({
      do: fc.constant('accents'),
      every: fc.integer({ min: 1, max: 5 }),
      from: fc.integer({ min: 1, max: 4 }),
    }),
    fc.record({ do: fc.constant('position'), to: fc.integer({ min: 1, max: 10 }) }),
    fc.record({ do: fc.constant('string-set'), by: fc.constantFrom(-1, 1, 1, 2) }),
    fc.record({ do: fc.constant('perBeat'), n: fc.integer({ min: 1, max: 8 }) }),
  ),
  { maxLength: 3 },
)

/** Now and then an excerpt first, by keys as most drills name their notes: by number, or by visit. */
const excerpts = fc.oneof(
  { weight: 12, arbitrary: fc.constant([]) },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      [{ do: 'excerpt', from: 'p1.n2', to: 'p1.n7' }],
      [{ do: 'excerpt', from: 'p1.s6.1', to: 'p1.s5.2' }],
      [{ do: 'excerpt', from: 'p1.s5.1', to: 'p1.s4.1' }],
    ),
  },
)

/** Now and then one hand alone at the end. */
const parts = fc.oneof(
  { weight: 14, arbitrary: fc.constant([]) },
  { weight: 1, arbitrary: fc.constantFrom([{ do: 'only', part: 'plucking-hand' }], [{ do: 'only', part: 'thumb' }]) },
  { weight: 1, arbitrary: fc.constant([{ do: 'only', part: 'fretting-hand' }]) },
)

/** Open pitches of guitars with seven and eight strings, thick to thin (common tunings). */
const SEVEN = [35, 40, 45, 50, 55, 59, 64]
const EIGHT = [30, 35, 40, 45, 50, 55, 59, 64]

/** Random specs of one family, most of them playable, for property tests. */
export const arbitrarySpecOf = (family: string) =>
  fc
    .record({
      version: fc.constant(1),
      family: fc.constant(family),
      [family]: BLOCKS[family]!,
      instrument: fc
        .record({
          preset: fc.constantFrom('classical', 'steel', 'electric', 'three-quarter', 'half'),
          capo: fc.integer({ min: 0, max: 3 }),
          tuning: fc.constantFrom(undefined, undefined, undefined, undefined, SEVEN, EIGHT),
        })
        .map(({ tuning, ...more }) => (tuning ? { ...more, tuning } : more)),
      position: fc.integer({ min: 1, max: 12 }),
      strings: fc.record({
        order: fc.oneof(fc.constantFrom('adjacent', 'skip'), fc.array(string, { minLength: 1, maxLength: 8 })),
        from: fc.constantFrom(6, 6, 6, 6, 5, 4, 7, 8),
        to: fc.constantFrom(1, 1, 2, 3),
        travel: fc.constantFrom('there', 'back', 'there-and-back'),
        repeatTurn: fc.boolean(),
      }),
      rhythm: fc.record({
        meter: fc.constantFrom([4, 4], [3, 4], [6, 8], [5, 4]),
        perBeat: fc.integer({ min: 1, max: 8 }),
      }),
      tempo: fc.integer({ min: 30, max: 240 }),
      times: fc.integer({ min: 1, max: 3 }),
      hold: fc.constantFrom('until-needed', 'legato-only', 'lift'),
      slurs: fc.uniqueArray(fc.integer({ min: 2, max: 4 }), { maxLength: 3 }),
      plucking: fc.record({
        system: fc.constantFrom(
          'alternate',
          'alternate',
          'down',
          'economy',
          'sweep',
          'hybrid',
          'thumb-pick',
          'pima',
          'im',
          'ma',
          'thumb',
          'rake',
        ),
        start: fc.constantFrom('D', 'U'),
      }),
      then: transforms,
    })
    .chain(spec =>
      excerpts.map(excerpt => (excerpt.length > 0 ? { ...spec, then: [...excerpt, ...spec.then!].slice(0, 3) } : spec)),
    )

/** Random specs of every family that becomes a sheet. */
export const arbitrarySpec = fc
  .oneof(...SHEET_FAMILIES.map(arbitrarySpecOf))
  .chain(spec => parts.map(part => (part.length > 0 ? { ...spec, then: [...spec.then!, ...part].slice(-3) } : spec)))
