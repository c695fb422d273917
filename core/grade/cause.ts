import type { Barre } from '../chord-changes/change'
import type { Finger, FingerOrOpen } from '../guitar/finger'
import type { Span } from '../hand/breach'

/** What makes plucking an onset harder than plucking one string once. */
export type PluckingExtra =
  | 'outside'
  | 'inside'
  | 'up-on-beat'
  | 'skipped'
  | 'across'
  | 'together'
  | 'distinct'
  | 'thumb-moves'
  | 'realigns'
  | 'again'

/** What an onset asks for, in figures; said in `core/wording/grade.ts`. */
export type Cause =
  | { readonly part: 'fretting speed'; readonly perSecond: number; readonly fingers: number; readonly ahead: number }
  | {
      readonly part: 'finger independence'
      readonly pair: readonly [Finger, Finger] | null
      /** Fingers that have to stay down on other strings. */
      readonly held: readonly Finger[]
      readonly perSecond: number
    }
  | ({ readonly part: 'stretch'; readonly lifted: boolean } & Span)
  | { readonly part: 'shifts'; readonly from: number; readonly to: number; readonly mm: number; readonly ms: number }
  | { readonly part: 'crossings'; readonly strings: number; readonly perSecond: number }
  | {
      readonly part: 'slurs'
      readonly via: 'hammer' | 'pull' | 'slide'
      readonly finger: FingerOrOpen
      /** Slurred notes running, up to this one. */
      readonly inRow: number
      readonly perSecond: number
    }
  | { readonly part: 'plucking hand'; readonly perSecond: number; readonly extras: readonly PluckingExtra[] }
  | { readonly part: 'plucking hand'; readonly perSecond: number; readonly taps: number }
  | { readonly part: 'coordination'; readonly perSecond: number; readonly crosses: boolean; readonly taps: boolean }
  | {
      readonly part: 'pulse'
      readonly division: number
      readonly syncopated: boolean
      /** The division before, where it changes here. */
      readonly changedFrom: number | null
    }
  | {
      readonly part: 'pulse'
      readonly bpm: number
      readonly perBeat: number
      readonly silentBars: number
      readonly bars: number
    }
  | {
      readonly part: 'chord changes'
      readonly fingers: number
      readonly mm: number
      readonly ms: number
      readonly guided: boolean
      readonly barre: Barre
    }
