/**
 * Common open and barre shapes with their fingers, thick string first: frets, then fingers (0 open, - not played).
 * From memory, as most method books print them.
 */
export const SHAPES: readonly { readonly name: string; readonly frets: string; readonly fingers: string }[] = [
  { name: 'C', frets: 'x32010', fingers: '-32010' },
  { name: 'A', frets: 'x02220', fingers: '-01230' },
  { name: 'G', frets: '320003', fingers: '320004' },
  { name: 'E', frets: '022100', fingers: '023100' },
  { name: 'D', frets: 'xx0232', fingers: '--0132' },
  { name: 'Am', frets: 'x02210', fingers: '-02310' },
  { name: 'Em', frets: '022000', fingers: '023000' },
  { name: 'Dm', frets: 'xx0231', fingers: '--0231' },
  { name: 'F', frets: '133211', fingers: '134211' },
  { name: 'Fmaj7', frets: 'xx3210', fingers: '--3210' },
  { name: 'Bm', frets: 'x24432', fingers: '-13421' },
  { name: 'B7', frets: 'x21202', fingers: '-21304' },
  { name: 'E7', frets: '020100', fingers: '020100' },
  { name: 'A7', frets: 'x02020', fingers: '-02030' },
  { name: 'D7', frets: 'xx0212', fingers: '--0213' },
  { name: 'G7', frets: '320001', fingers: '320001' },
  { name: 'C7', frets: 'x32310', fingers: '-32410' },
  { name: 'F#m', frets: '244222', fingers: '134111' },
  { name: 'Gm', frets: '355333', fingers: '134111' },
  { name: 'Cadd9', frets: 'x32030', fingers: '-21030' },
]
