import { decideAnswer } from '../core/formats/decide-door'
import { answerEach, readQuestion, refuse, say } from './door'

const USAGE = `usage: npm run -s decide -- '<question>'
       npm run -s decide -- -     reads standard input
A question, or an array of them: {"plan": {"school", "startBpm", "targetBpm", …}, "bpm", "history": […], "now"}.`

const [source, ...more] = process.argv.slice(2)
if (source === '--help' || source === '-h') say(USAGE)
else {
  if (source === undefined || more.length > 0) refuse(USAGE)
  const raw = readQuestion(source)
  const answers = answerEach(raw, decideAnswer)
  say(JSON.stringify(Array.isArray(raw) ? answers : answers[0]))
}
