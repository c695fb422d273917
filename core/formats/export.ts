import { strToU8 } from 'fflate'
import type { Score } from '../score/score'
import { toMidi } from './midi/write'
import type { MusicFormat } from './music-formats'
import { toMusicXml } from './musicxml/write'
import { toSvg, type SvgOptions } from './svg/write'
import { toTab } from './tab/write'

/** Choices that a format may have; those it has not are passed over. */
export interface ExportOptions extends SvgOptions {
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
