import fc from 'fast-check'

/** Random specs of the family `order`, most of them playable, for property tests. */
export const arbitraryOrderSpec = fc.record({
  version: fc.constant(1),
  family: fc.constant('order'),
  instrument: fc.record({ preset: fc.constantFrom('classical', 'steel', 'electric', 'three-quarter', 'half'), capo: fc.integer({ min: 0, max: 3 }) }),
  position: fc.integer({ min: 1, max: 12 }),
  strings: fc.record({
    order: fc.oneof(fc.constantFrom('adjacent', 'skip'), fc.array(fc.integer({ min: 1, max: 6 }), { minLength: 1, maxLength: 8 })),
    from: fc.integer({ min: 1, max: 6 }),
    to: fc.integer({ min: 1, max: 6 }),
    travel: fc.constantFrom('there', 'back', 'there-and-back'),
    repeatTurn: fc.boolean(),
  }),
  rhythm: fc.record({ meter: fc.constantFrom([4, 4], [3, 4], [6, 8], [5, 4]), perBeat: fc.integer({ min: 1, max: 8 }) }),
  tempo: fc.integer({ min: 30, max: 240 }),
  times: fc.integer({ min: 1, max: 3 }),
  hold: fc.constantFrom('until-needed', 'legato-only', 'lift'),
  slurs: fc.uniqueArray(fc.integer({ min: 2, max: 4 }), { maxLength: 3 }),
  plucking: fc.record({ system: fc.constantFrom('alternate', 'down'), start: fc.constantFrom('D', 'U') }),
  then: fc.array(fc.oneof(
    fc.constantFrom({ do: 'reverse' }, { do: 'mirror' }),
    fc.record({ do: fc.constant('rotate'), n: fc.integer({ min: 1, max: 6 }) }),
    fc.record({ do: fc.constant('strokes'), by: fc.integer({ min: -3, max: 3 }) }),
    fc.record({ do: fc.constant('position'), to: fc.integer({ min: 1, max: 10 }) }),
    fc.record({ do: fc.constant('perBeat'), n: fc.integer({ min: 1, max: 8 }) }),
  ), { maxLength: 3 }),
  order: fc.record({
    fingers: fc.shuffledSubarray([1, 2, 3, 4], { minLength: 1 }),
    back: fc.constantFrom('mirror', 'same'),
    crawl: fc.integer({ min: -1, max: 1 }),
    crawlEvery: fc.constantFrom('string', 'pass'),
  }),
})
