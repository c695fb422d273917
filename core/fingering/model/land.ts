import { comfortMm, limitMm } from '../../hand/hand'
import { advanceHand, type HandRules, type HandState, type Moment, type Stepped } from '../../hand/advance-hand'
import { shiftCost, type Change } from './change'
import { excessMm, isTwisted, type Choice, type Placing, type Touch } from './choice'
import { barreCost, COSTS } from './costs'

const isDown = (state: HandState, touch: Touch) =>
  state.contacts.some(
    contact => contact.finger === touch.finger && contact.string === touch.string && contact.fret === touch.fret,
  )

/** What is known of a change before the hand has moved. */
export interface Arrival {
  /** A finger slides along its string with the shift. */
  readonly guided: boolean
  /** Fingers that should have been down already. */
  readonly notAhead: number
  readonly cost: number
}

const NO_COST: Arrival = { guided: false, notAhead: 0, cost: 0 }

/**
 * Charges what depends on which fingers are down before the moment: a guide for the shift, fingers not placed ahead.
 */
export function arrive(state: HandState, change: Change, choice: Choice): Arrival {
  if (change.shift === 0 && change.expected.length === 0) return NO_COST
  const guided =
    change.shift > 0 &&
    !change.across &&
    choice.fresh.some(touch =>
      state.contacts.some(contact => contact.finger === touch.finger && contact.string === touch.string),
    )
  let notAhead = 0
  for (const touch of change.expected) if (!isDown(state, touch)) notAhead++
  return { guided, notAhead, cost: notAhead * COSTS.notPlacedAhead + (change.across ? 0 : shiftCost(change, guided)) }
}

/** What happens to the fingers that are down when new ones land. */
export interface Landed {
  readonly stepped: Stepped
  /** Widest stretch over comfort at this landing, mm. */
  readonly excessMm: number
  /** Pairs of a landing and a finger that must stay, further apart than the limit. */
  readonly overLimit: number
  /** Fingers that lie at one fret with one that has to stay, the wrong way round. */
  readonly twisted: number
  /**
   * Fingers taken from where they are down to another fret, or in a broken chord to another string, the hand staying.
   */
  readonly taken: number
  /** What it costs a finger that sounds on to lie on a further string. */
  readonly spread: number
  /** Fingers that could lift to ease the stretch or turn the hand back, widest first. */
  readonly liftable: readonly number[]
  readonly cost: number
}

const isLanding = ({ landings }: Moment, touch: Touch) =>
  landings.some(
    landing => landing.finger === touch.finger && landing.string === touch.string && landing.fret === touch.fret,
  )

const NO_FINGERS: readonly number[] = []

/** Takes the hand on by the one hold rule and charges what happens to the fingers that are down. */
export function land(state: HandState, placing: Placing, lifts: number, rules: HandRules): Landed {
  const { moment } = placing
  const stepped = advanceHand(state, moment, rules, lifts)
  const { contacts } = stepped.state
  let widest = 0
  let overLimit = 0
  let twisted = 0
  let taken = 0
  let spread = 0
  let eased: Map<number, number> | null = null
  const { lone } = placing
  const from = lone && state.contacts.find(contact => contact.finger === lone.finger)
  // Between two notes that follow each other the change itself is charged.
  if (
    from &&
    from.position === moment.position &&
    from.noteEnd < moment.at &&
    (from.until === undefined || from.until <= moment.at)
  ) {
    if (from.fret !== lone.fret) taken = COSTS.refret
    else if (from.string !== lone.string && placing.broken) taken = COSTS.hop
  }
  if (contacts.length > 1) {
    for (const landing of moment.landings) {
      if (isDown(state, landing)) continue
      for (const contact of contacts) {
        if (contact.finger === landing.finger) {
          if (
            contact.string !== landing.string &&
            contact.from < moment.at &&
            contact.until === undefined &&
            !isLanding(moment, contact) &&
            !state.contacts.some(
              known => known.barre && known.finger === landing.finger && known.string === contact.string,
            )
          )
            spread = barreCost(landing.finger) + COSTS.spread
          continue
        }
        // Between two notes that follow each other the change itself is charged.
        const turned =
          contact.from < moment.at &&
          contact.noteEnd !== moment.at &&
          !isLanding(moment, contact) &&
          isTwisted(contact, landing)
        if (turned) twisted++
        const excess = Math.max(0, excessMm(contact, landing, rules))
        if (excess <= 1e-9 && !turned) continue
        if (excess > widest) widest = excess
        // What lands together (a finger that was down there already included), and what a grip keeps, is charged with
        // the choice itself.
        if (
          contact.from === moment.at ||
          isLanding(moment, contact) ||
          (contact.until !== undefined && contact.until > moment.at)
        )
          continue
        if (
          excess >
          limitMm(rules.hand, contact.finger, landing.finger) -
            comfortMm(rules.hand, contact.finger, landing.finger) +
            1e-9
        )
          overLimit++
        if (contact.noteEnd > moment.at && contact.soundsAt < moment.at) continue
        eased ??= new Map()
        eased.set(contact.finger, Math.max(eased.get(contact.finger) ?? 0, excess))
      }
    }
  }
  return {
    stepped,
    excessMm: widest,
    overLimit,
    twisted,
    taken,
    spread,
    liftable: eased ? [...eased].sort((a, b) => b[1] - a[1] || a[0] - b[0]).map(([finger]) => finger) : NO_FINGERS,
    cost:
      stepped.broken * COSTS.holdBroken +
      (stepped.cut + overLimit) * COSTS.impossible +
      widest * COSTS.stretchPerMm +
      twisted * COSTS.twisted +
      taken +
      spread,
  }
}
