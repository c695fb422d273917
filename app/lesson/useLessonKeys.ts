import type { Ref } from 'vue'
import type { Score } from '#core/score/score'
import type { HeardFault } from '#shared/contracts/taught/answers'
import type { useLessonRun } from './useLessonRun'
import { useKeys, type Shortcut } from '../base/useKeys'
import type { useMetronome } from '../base/sound/useMetronome'

/** What the keys of a lesson work on. */
interface Keyed {
  readonly run: ReturnType<typeof useLessonRun>
  readonly asking: { open: (dialog: 'note' | 'fault' | 'bring' | 'home' | 'agenda' | 'homework' | 'end') => void }
  readonly metronome: ReturnType<typeof useMetronome>
  readonly dock: Readonly<Ref<{ change: (by: number) => void; tap: () => void } | null>>
  readonly offer: Readonly<Ref<{ take: () => void; overrule: () => void; help: () => void } | null>>
  readonly score: Readonly<Ref<Score | null>>
  /** Whether passes count for the drill. */
  readonly counting: Readonly<Ref<boolean>>
  /** The next fault of last time that nobody has answered yet. */
  readonly unanswered: Readonly<Ref<HeardFault | null>>
  readonly step: (by: 1 | -1) => void
  readonly stillThere: (fault: HeardFault) => void
  readonly demonstrate: () => void
}

/** The keys of a lesson while it runs. */
export function useLessonKeys(keyed: Keyed): void {
  const { run, asking, metronome, dock, offer, score, counting, unanswered, step, stillThere, demonstrate } = keyed
  const pass = (clean: boolean) => () => {
    if (score.value && counting.value) run.pass(clean)
  }
  const answer = (how: (fault: HeardFault) => void) => () => {
    if (unanswered.value) how(unanswered.value)
  }
  const ask = (dialog: Parameters<typeof asking.open>[0]) => () => asking.open(dialog)
  const shortcuts: readonly Shortcut[] = [
    { key: ' ', label: 'Play or stop', run: () => metronome.toggle() },
    { key: 'j', label: 'A clean pass', run: pass(true) },
    { key: 'k', label: 'A slip', run: pass(false) },
    { key: 'u', label: 'Undo the last action', run: run.undo },
    { key: 'o', label: 'Accept the suggestion', run: () => offer.value?.take() },
    { key: 'w', label: 'Choose differently', run: () => offer.value?.overrule() },
    {
      key: 'x',
      label: 'Do what helps against the fault, or see whether a pain is gone',
      run: () => offer.value?.help(),
    },
    { key: 'ArrowRight', label: 'Next drill', run: () => step(1) },
    { key: 'ArrowLeft', label: 'Previous drill', run: () => step(-1) },
    { key: 'f', label: 'Record a fault', run: ask('fault') },
    { key: 'a', label: 'Arrange the lesson', run: ask('agenda') },
    { key: 'd', label: 'Demonstrate', run: demonstrate },
    { key: 'h', label: 'Record practice at home', run: ask('home') },
    { key: 'g', label: 'The fault heard before is gone', run: answer(run.faultGone) },
    { key: 's', label: 'It is still there', run: answer(stillThere) },
    ...[1, 2, 3, 4, 5].map(quality => ({
      key: String(quality),
      label: `It sounds ${quality} of 5`,
      run: () => score.value && run.rate(quality),
    })),
    { key: 'p', label: 'Assign homework', run: ask('homework') },
    { key: 'n', label: 'Write a note', run: ask('note') },
    { key: 'b', label: 'Add a drill', run: ask('bring') },
    { key: 'ArrowUp', label: 'Faster by 1', run: () => dock.value?.change(1) },
    { key: 'ArrowDown', label: 'Slower by 1', run: () => dock.value?.change(-1) },
    { key: 't', label: 'Tap the tempo', run: () => dock.value?.tap() },
    { key: 'e', label: 'End the lesson', run: ask('end') },
  ]
  useKeys(() => (run.ended.value ? [] : shortcuts))
}
