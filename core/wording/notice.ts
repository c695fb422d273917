/** The year somebody comes of age, in most places. */
const OF_AGE = 18

/** Whether a student is under age by the end of this year; nobody knows where the year of birth is not kept. */
export const isUnderAge = (age: number | null): boolean => age !== null && age < OF_AGE

/** What a studio says to students and to who looks after them, until it writes its own. */
export const USUAL_NOTICE = [
  'What is kept: the student’s name and year of birth, the size and limits of the hand, the drills set, what was heard in lessons and told of practice at home, what hurt and when, and the teacher’s notes. Nothing is public, and nothing leaves the studio.',
  'On request everything kept of a student is handed out as one file, or erased for good.',
  'Pain is not normal. A student who feels any stops at once and tells the teacher; numbness, tingling, or pain that stays or comes back is for a doctor or a physiotherapist. The studio does not diagnose.',
  'Students under age: a parent or guardian may be present at any lesson, is told of any pain, and decides with the studio what is kept.',
  'The rules of data protection and of safeguarding that apply where the studio is stand above this notice.',
].join('\n\n')
