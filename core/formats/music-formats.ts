/** What a drill can be written as, of which nothing but the score is needed. */
export const MUSIC_FORMATS = ['musicxml', 'midi', 'tab', 'svg'] as const
/** A format of music. */
export type MusicFormat = (typeof MUSIC_FORMATS)[number]
