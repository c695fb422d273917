import { takeBackPracticeBody } from '#shared/contracts/practice'
import { takeBackPractice } from '../../../../services/practice'

/** Takes entries of practice at home back. */
export default answering(async event =>
  takeBackPractice(
    databaseOf(event),
    teacherOf(event),
    idOf(event),
    await bodyOf(event, takeBackPracticeBody),
    new Date(),
  ),
)
