import type { Finger } from '../../guitar/finger'
import type { HandRules } from '../../hand/advance-hand'
import { isTwisted, offBy, type LandingCharge, type Touch } from '../model/choice'
import { barreCost, COSTS, HIGH_POSITION, LOW_FRETS, NUT_FRETS } from '../model/costs'
import type { Place, TaskMoment } from '../model/task'
import type { Setting } from './setting'

/** What landing these fingers in this position costs, whatever was before. */
export function landingCharges(
  touches: readonly Touch[],
  position: number,
  { together, beside, broken }: Setting,
  { hand }: HandRules,
): LandingCharge[] {
  const charges: LandingCharge[] = []
  const off = COSTS.offPlace[hand.rule] * (together || broken ? COSTS.togetherShare : 1)
  for (const [k, touch] of touches.entries()) {
    const { finger } = touch
    for (let other = k + 1; other < touches.length; other++)
      if (isTwisted(touch, touches[other]!)) charges.push({ kind: 'twisted', amount: COSTS.twisted, finger })
    if (touches.findIndex(each => each.finger === finger) < k) continue
    if (offBy(touch, position) > 0) charges.push({ kind: 'off-place', amount: off * offBy(touch, position), finger })
    if (hand.spared.includes(finger)) charges.push({ kind: 'spared', amount: COSTS.spared, finger })
    if (touches.some((each, other) => other > k && each.finger === finger))
      charges.push({
        kind: 'barre',
        amount: barreCost(finger) + (overSilent(touches, finger) ? COSTS.barreOverSilent : 0),
        finger,
      })
  }
  const nut = beside && position !== 1 ? touches.find(touch => touch.fret <= NUT_FRETS) : undefined
  if (nut) charges.push({ kind: 'away-from-nut', amount: COSTS.awayFromNut, finger: nut.finger })
  return charges.length > 0 ? charges : NO_CHARGES
}

/** What the places cost that the engine took for notes of which only the pitch is given. */
export function placeCharges(
  { notes }: TaskMoment,
  places: readonly Place[],
  position: number,
  asked: number | null,
): readonly LandingCharge[] {
  const charges: LandingCharge[] = []
  for (const [n, note] of notes.entries()) {
    if (!note.pitched || note.tapped) continue
    const { fret } = places[n]!
    if (fret === 0 && (position >= HIGH_POSITION || (asked !== null && asked > 1)))
      charges.push({ kind: 'high-open', amount: COSTS.highOpen, finger: 0 })
    if (fret > LOW_FRETS && asked === null)
      charges.push({ kind: 'high-fret', amount: COSTS.highPerFret * (fret - LOW_FRETS), finger: 0 })
  }
  // Voices lie over each other as their strings do, next to each other.
  for (const [n, place] of places.entries()) {
    const above = places[n + 1]
    if (!above || !notes[n]!.pitched || !notes[n + 1]!.pitched) continue
    const crossed = above.string > place.string
    const amount = crossed ? COSTS.crossedVoices : COSTS.gapPerString * (place.string - above.string - 1)
    if (amount > 0) charges.push({ kind: 'voices', amount, finger: 0 })
  }
  if (asked !== null && position !== 0 && position !== asked && notes.some(note => note.pitched))
    charges.push({ kind: 'elsewhere', amount: COSTS.elsewhere, finger: 0 })
  return charges
}

const NO_CHARGES: LandingCharge[] = []

/** Whether a finger lies over a string between its own that nothing that sounds with it is on. */
function overSilent(touches: readonly Touch[], finger: Finger): boolean {
  const strings = touches.filter(touch => touch.finger === finger).map(touch => touch.string)
  for (let string = Math.min(...strings) + 1; string < Math.max(...strings); string++)
    if (!touches.some(touch => touch.string === string)) return true
  return false
}
