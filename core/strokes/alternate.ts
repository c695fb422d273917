import type { PluckingSystem } from './system'

/** Strict down and up in turn. A pick gives a stack one stroke. */
export const alternate: PluckingSystem = {
  label: 'alternate',
  assign: (onsets, { start }, shift) => onsets.map(({ strings }, i) => {
    const first = start === 'D' ? 0 : 1
    const stroke = Math.abs(i + shift + first) % 2 === 0 ? 'D' : 'U'
    return strings.map(() => stroke)
  }),
  cycleLength: () => 2,
}
