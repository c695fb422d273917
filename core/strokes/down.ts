import type { PluckingSystem } from './system'

/** Every note with a down-stroke. */
export const down: PluckingSystem = {
  label: 'all down',
  assign: onsets => onsets.map(({ strings }) => strings.map(() => 'D')),
  cycleLength: () => 1,
}
