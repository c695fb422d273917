/** The year somebody comes of age, in most places. */
const OF_AGE = 18

/** Whether a student is under age by the end of this year; nobody knows where the year of birth is not kept. */
export const isUnderAge = (age: number | null): boolean => age !== null && age < OF_AGE

/** What a studio says to students, parents and guardians until it writes its own notice. */
export const USUAL_NOTICE = [
  'What we store: the student’s name and year of birth, the size and limits of the hand, assigned drills, what was heard in lessons, reported practice and pain, and the teacher’s notes. Nothing is public, and nothing leaves the studio.',
  'On request, everything stored about a student is handed over as one file, or erased for good.',
  'Pain is not normal. A student who feels any should stop at once and tell the teacher; numbness, tingling, or pain that stays or comes back needs a doctor or physiotherapist. The studio does not diagnose.',
  'Students under 18: a parent or guardian may attend any lesson, is told about any pain, and decides with the studio what is stored.',
  'Local data-protection and safeguarding rules take precedence over this notice.',
].join('\n\n')
