import { availableParallelism } from 'node:os'
import { pool, Promise as Working } from 'workerpool'
import { DomainError } from '../errors'
import type { Engine } from './engine'
import { openFairQueue } from './fair-queue'

export interface PoolOptions {
  /** Path of the worker's script. */
  readonly script: string
  /** Questions worked on at once. */
  readonly workers?: number
  /** Questions that may wait, of everybody and of one person; the next is refused. */
  readonly mostWaiting?: number
  readonly mostWaitingOfOne?: number
  /** How long one question may take, ms. */
  readonly deadlineMs?: number
  /** How long drawing files may take, ms: many drills go on paper at once. */
  readonly paperDeadlineMs?: number
  /** Heap of one worker, MB. */
  readonly heapMb?: number
}

/** The engine as everybody has it, each in their turn. */
export interface EnginePool {
  /** The engine for somebody; null for whoever is not signed in. */
  readonly of: (userId: string | null) => Engine
  readonly close: () => Promise<void>
}

/** Two at least, so that one long question does not hold up all others; one core is left to serve. */
const usualWorkers = () => Math.max(2, Math.min(4, availableParallelism() - 1))
/** Kept ready beside those at work, for starting one takes a second: who comes after a drill that ended its process. */
const SPARE = 1
/** A worker that was ended from outside is no fault of the question: it is asked again, of other workers. */
const MOST_TRIES = 4
const CLOSE_WITHIN_MS = 2000

/**
 * The engine in a few processes of their own: a question that is too long or too big ends its process, never the
 * server, and the next question gets a new one.
 */
export function openEngine({
  script,
  workers = usualWorkers(),
  mostWaiting = 512,
  mostWaitingOfOne = 64,
  deadlineMs = 5000,
  paperDeadlineMs = 45_000,
  heapMb = 256,
}: PoolOptions): EnginePool {
  const processes = pool(script, {
    workerType: 'process',
    maxWorkers: workers + SPARE,
    minWorkers: 'max',
    workerTerminateTimeout: 200,
    forkOpts: { execArgv: [`--max-old-space-size=${heapMb}`, '--max-semi-space-size=32'] },
  })

  const runFairly = openFairQueue({ concurrency: workers, mostWaiting, mostWaitingOfOne })

  async function ask<T>(
    userId: string | null,
    task: keyof Engine,
    given: readonly unknown[],
    withinMs = deadlineMs,
  ): Promise<T> {
    const answer = runFairly(userId, () => answered<T>(task, given, withinMs))
    if (!answer)
      throw new DomainError('unavailable', 'Too many drills are being worked out at once. Try again in a moment.')
    return answer
  }

  async function answered<T>(task: keyof Engine, given: readonly unknown[], withinMs: number): Promise<T> {
    for (let tries = 1; ; tries++) {
      try {
        return (await processes.exec(task, [...given]).timeout(withinMs)) as T
      } catch (cause) {
        if (cause instanceof Working.TimeoutError)
          throw new DomainError(
            'invalid',
            `this drill takes more than ${withinMs / 1000} seconds to work out: make it shorter`,
            { path: '', cause },
          )
        if (!isLost(cause)) throw cause
        // V8 ends a process whose heap is full by aborting it; asked again it would only abort again.
        if (/SIGABRT|exitCode: `134`/.test((cause as Error).message) || tries === MOST_TRIES)
          throw new DomainError('invalid', 'this drill needs too much memory to work out: make it shorter', {
            path: '',
            cause,
          })
      }
    }
  }

  return {
    of: userId => ({
      write: spec => ask(userId, 'write', [spec]),
      checkPins: (spec, pins) => ask(userId, 'checkPins', [spec, pins]),
      sheetHash: (spec, context) => ask(userId, 'sheetHash', [spec, context]),
      answer: request => ask(userId, 'answer', [request]),
      writeOut: asked => ask(userId, 'writeOut', [asked], paperDeadlineMs),
      writePaper: asked => ask(userId, 'writePaper', [asked], paperDeadlineMs),
    }),
    // Of a process that was ended from outside and not asked since, workerpool waits for an end that has been.
    close: async () => void (await processes.terminate(true, CLOSE_WITHIN_MS).catch(() => {})),
  }
}

/**
 * Whether the worker is gone, rather than the question wrong: it ended, or was gone already when it was to be asked.
 */
const isLost = (error: unknown) =>
  error instanceof Error && /terminat|worker error|EPIPE|ERR_IPC|channel closed/i.test(error.message)
