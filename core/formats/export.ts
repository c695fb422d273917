import { strToU8 } from 'fflate'
import type { Score } from '../score/score'
import { toMidi } from './midi/write'
import { toMusicXml } from './musicxml/write'
import { toSvg, type SvgOptions } from './svg/write'
import { toTab } from './tab/write'

/** What a drill can be written as, of which nothing but the score is needed. */
export const MUSIC_FORMATS = ['musicxml', 'midi', 'tab', 'svg'] as const
/** A format of music. */
export type MusicFormat = (typeof MUSIC_FORMATS)[number]

/** Choices that a format may have; those it has not are passed over. */
export interface ExportOptions extends SvgOptions {
  /** A staff in standard notation above the strings. */
  readonly notation?: boolean
  /** A bar counted in and a click on every beat. */
  readonly click?: boolean
}

/** A drill in another format, as bytes. */
export function exportMusic(score: Score, as: MusicFormat, options: ExportOptions = {}): Uint8Array {
  switch (as) {
    case 'musicxml':
      return strToU8(toMusicXml(score, options))
    case 'midi':
      return toMidi(score, options)
    case 'svg':
      return strToU8(toSvg(score, options))
    case 'tab':
      return strToU8(toTab(score))
  }
}
