import type { FitChange, Unsuited } from '../fitting/fit'
import { romanPosition } from '../guitar/geometry'
import { breachInWords, liftedInWords, stretchInWords } from './fingering'

/** What does not suit a hand: one sentence without its full stop. */
export function unsuitedInWords(unsuited: Unsuited): string {
  if ('liftedEarly' in unsuited) return liftedInWords(unsuited.liftedEarly)
  return 'rule' in unsuited ? breachInWords(unsuited) : stretchInWords(unsuited)
}

/** What fitting changed, and why; two sentences without their full stops. */
export function fitChangeInWords(change: FitChange): { readonly what: string; readonly why: string } {
  if (change.change === 'moved') {
    return {
      what: `moved from ${romanPosition(change.from)} to ${romanPosition(change.to)}`,
      why: change.because
        ? unsuitedInWords(change.because)
        : `the lowest position that is comfortable for ${change.assumed ? 'an assumed reach' : 'a reach'} of ${Math.round(change.reachMm)} mm on ${Math.round(change.scaleLengthMm)} mm`,
    }
  }
  return {
    what: change.change === 'other-fingers' ? 'plays with the other fingers only' : 'fingered anew around it',
    why: `finger ${change.fingers.join(' and ')} is ${change.excluded ? 'not used' : 'spared'}`,
  }
}
