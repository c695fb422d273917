import { describe, expect, test } from '@jest/globals'
import type { HomeworkGiven } from '#core/practice/homework'
import { faultCue } from '#core/wording/fault'
import { scoreOf } from '#core/score/score-of.test.data'
import { homeworkOnPaper, homeworkSheets, type HomeworkDrillSet } from './homework-sheets'

const ID = '11111111-1111-4111-8111-111111111111'
const SET: HomeworkDrillSet = {
  id: ID,
  drillName: 'Order 1 2 3 4',
  spec: scoreOf({ version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }).spec,
  change: null,
  hand: {},
  habits: {},
  pins: {},
  bpm: 60,
  plan: { school: 'creep', startBpm: 60, targetBpm: 80, step: 2 } as HomeworkDrillSet['plan'],
}
const GIVEN: HomeworkGiven = {
  form: 'pages',
  minutesADay: 10,
  note: 'Slowly.',
  drills: [
    {
      assignmentId: ID,
      taught: 0,
      drillName: SET.drillName,
      stage: 'Whole drill',
      bpm: 60,
      targetBpm: 80,
      minutes: 10,
      heard: ['late-shift'],
    },
  ],
}
const paperOf = (given: HomeworkGiven, set: HomeworkDrillSet) =>
  homeworkOnPaper(given, [set], { name: 'Ada', hand: {}, habits: {} }, 'Monday')

describe('homework on paper', () => {
  test('says what was heard wrong first, and the same again when the drill has moved on', () => {
    const [sheet] = homeworkSheets(GIVEN, [SET])
    expect(sheet!.said.cues[0]).toBe(faultCue('late-shift'))
    expect(sheet!.said.way).toBe('now 60, then 62, 64, 66 … 80')
    expect(homeworkSheets(GIVEN, [{ ...SET, bpm: 66 }])).toEqual(homeworkSheets(GIVEN, [SET]))
    expect(paperOf(GIVEN, { ...SET, bpm: 66 })).toEqual(paperOf(GIVEN, SET))
  })

  test('the file has the words of the printed page: stage, minutes, tempos, cues, note', () => {
    const [sheet] = homeworkSheets(GIVEN, [SET])
    const [drill] = paperOf(GIVEN, SET).drills
    expect(drill!.said).toEqual({ ...sheet!.said, cues: [...sheet!.said.cues], cautions: [...sheet!.said.cautions] })
    expect(drill!.said!.word).toBe('Slowly.')
  })

  test('given before faults were kept with it, it still has the cues of the drill itself', () => {
    const { heard: _heard, ...older } = GIVEN.drills[0]!
    const [sheet] = homeworkSheets({ ...GIVEN, drills: [older] }, [SET])
    expect(sheet!.said.cues.length).toBeGreaterThan(0)
    expect(sheet!.said.cues[0]).not.toBe(faultCue('late-shift'))
  })
})
