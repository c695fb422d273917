import { spawn, type ChildProcess } from 'node:child_process'
import { createWriteStream } from 'node:fs'
import { once } from 'node:events'
import { finished } from 'node:stream/promises'

/** One check of a run: a command of its own, with its own log. */
export interface Job {
  readonly name: string
  readonly command: readonly string[]
  readonly env?: Readonly<Record<string, string>>
  /** Names of the jobs it waits for. */
  readonly after?: readonly string[]
}

/** How a job ended. `stopped` is one that was ended, or never begun, because another had failed. */
export interface Outcome {
  readonly job: Job
  readonly result: 'passed' | 'failed' | 'stopped'
  readonly seconds: number
  readonly log: string
}

/** Ends a process and everything it started. */
function end(child: ChildProcess) {
  try {
    process.kill(-child.pid!, 'SIGTERM')
  } catch {
    // It is gone already.
  }
}

/**
 * Runs jobs side by side, each as soon as those it waits for have ended and there is room for it.
 * @param jobs Their names are all different; a job waits only for jobs of the list. Earlier ones come first.
 * @param options.room Jobs that may run at once.
 * @param options.logs Folder of the logs, one a job.
 * @param options.keepGoing Whether the others go on after a failure, those that wait for it too; else they are stopped.
 * @param options.onEnd Called as each job ends.
 * @returns The outcomes, in the order in which the jobs ended.
 * @throws Error when a job waits for one that is not in the list.
 */
export async function runJobs(
  jobs: readonly Job[],
  {
    logs,
    room,
    keepGoing = false,
    onEnd = () => {},
  }: {
    readonly logs: string
    readonly room: number
    readonly keepGoing?: boolean
    readonly onEnd?: (outcome: Outcome) => void
  },
): Promise<readonly Outcome[]> {
  const outcomes: Outcome[] = []
  const running = new Map<Job, ChildProcess>()
  const waiting = new Set(jobs)
  let red = false
  const tell = (outcome: Outcome) => {
    outcomes.push(outcome)
    onEnd(outcome)
  }

  async function run(job: Job): Promise<void> {
    const began = performance.now()
    const log = `${logs}/${job.name}.log`
    const out = createWriteStream(log)
    const [program, ...words] = job.command
    const child = spawn(program!, words, {
      env: { ...process.env, ...job.env },
      detached: true,
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    running.set(job, child)
    child.stdout.pipe(out, { end: false })
    child.stderr.pipe(out, { end: false })
    const code = await new Promise<number | null>(resolve => {
      child.once('error', error => {
        out.write(`${error.message}\n`)
        resolve(1)
      })
      child.once('close', resolve)
    })
    out.end()
    await finished(out)
    running.delete(job)
    const stopped = red && !keepGoing && code !== 0
    const result = code === 0 ? 'passed' : stopped ? 'stopped' : 'failed'
    if (result === 'failed') red = true
    tell({ job, result, seconds: (performance.now() - began) / 1000, log })
    if (red && !keepGoing) for (const other of running.values()) end(other)
  }

  const over = (name: string) => outcomes.some(({ job }) => job.name === name)
  const stopAll = () => {
    for (const child of running.values()) end(child)
  }
  process.once('exit', stopAll)
  const underWay = new Map<Job, Promise<void>>()
  while (waiting.size > 0 || underWay.size > 0) {
    for (const job of waiting) {
      const after = job.after ?? []
      if (red && !keepGoing) tell({ job, result: 'stopped', seconds: 0, log: '' })
      else if (!after.every(over) || underWay.size >= room) continue
      else
        underWay.set(
          job,
          run(job).finally(() => underWay.delete(job)),
        )
      waiting.delete(job)
    }
    if (underWay.size > 0) await Promise.race(underWay.values())
    else if (waiting.size > 0)
      throw new Error(`jobs wait for none of the list: ${[...waiting].map(job => job.name).join()}`)
  }
  process.off('exit', stopAll)
  return outcomes
}

/** Waits until a server answers at an address. @throws Error when its process ends first or a minute has gone by. */
export async function untilAnswers(url: string, child: ChildProcess, mostMs = 60_000): Promise<void> {
  const gone = once(child, 'exit').then(() => {
    throw new Error(`the server at ${url} ended while it started`)
  })
  const answered = (async () => {
    for (const until = Date.now() + mostMs; Date.now() < until;) {
      if (
        await fetch(url).then(
          answer => answer.ok,
          () => false,
        )
      )
        return
      await new Promise(resolve => setTimeout(resolve, 100))
    }
    throw new Error(`the server at ${url} did not answer within ${mostMs / 1000} seconds`)
  })()
  await Promise.race([gone, answered])
}
