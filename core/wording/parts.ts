import type { PartName } from '../grade/table'

/** What each part of a grade is about, in a sentence a teacher would say. */
export const PART_MEANINGS: Readonly<Record<PartName, string>> = {
  'fretting speed': 'How many times a second fretting fingers land or lift; all four are harder than two.',
  'finger independence':
    'Which finger follows which, and which has to stay down meanwhile: the third is the least free.',
  'stretch': 'How far fingers that are down together are apart, between what this hand has at ease and its limit.',
  'shifts': 'How far the hand goes along the neck, and in how little time.',
  'crossings': 'How many strings it is from note to note, and how fast.',
  'slurs': 'Hammer-ons and pull-offs: by which finger, how many in a row, how fast.',
  'plucking hand':
    'Strokes and plucking fingers: how fast, round or between the strings, several together, taps, the same one twice.',
  'coordination': 'How often both hands act at the same moment.',
  'pulse': 'How the beat is divided, and what goes against it; in counting, how far the clicks are apart.',
  'chord changes':
    'How many fingers land together, how far they come, in how little time, and whether one lies across.',
}
