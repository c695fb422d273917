/** Tunings in common use, thickest string first, as note names (common practice). */
export const TUNINGS = [
  { name: 'Standard', notes: 'E2 A2 D3 G3 B3 E4' },
  { name: 'Drop D', notes: 'D2 A2 D3 G3 B3 E4' },
  { name: 'Double drop D', notes: 'D2 A2 D3 G3 B3 D4' },
  { name: 'A half step down', notes: 'Eb2 Ab2 Db3 Gb3 Bb3 Eb4' },
  { name: 'Open G', notes: 'D2 G2 D3 G3 B3 D4' },
  { name: 'Open D', notes: 'D2 A2 D3 F#3 A3 D4' },
  { name: 'Open E', notes: 'E2 B2 E3 G#3 B3 E4' },
  { name: 'D A D G A D', notes: 'D2 A2 D3 G3 A3 D4' },
  { name: 'Seven strings', notes: 'B1 E2 A2 D3 G3 B3 E4' },
  { name: 'Eight strings', notes: 'F#1 B1 E2 A2 D3 G3 B3 E4' },
] as const
