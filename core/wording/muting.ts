import type { Muting } from '../score/score'

/**
 * What keeps a string quiet.
 * @example mutedByInWords({ how: 'tip', finger: 1 }) // 'the tip of finger 1'
 */
export function mutedByInWords({ how, finger }: Pick<Muting, 'how' | 'finger'>): string {
  switch (how) {
    case 'tip':
      return `the tip of finger ${finger}`
    case 'underside':
      return `the underside of finger ${finger}`
    case 'easing':
      return `the easing pressure of finger ${finger}`
    case 'hand':
      return 'the plucking hand'
    case 'fingers':
      return "the plucking hand's free fingers"
    case 'nothing':
      return 'nothing: no finger is beside it'
  }
}
