/** A queue of jobs; each is an object, told apart from others by identity. */
export interface Queue<J extends object> {
  /**
   * Takes a slot, waiting for one when none is free.
   * @returns What gives the slot back; null when the job is refused because too many wait.
   */
  readonly acquire: (job: J) => Promise<() => void> | null
  /** Does work in a slot and gives the slot back however the work ends. @returns Null when the job is refused. */
  readonly run: <T>(job: J, work: () => Promise<T>) => Promise<T> | null
}

export interface QueueOptions<J extends object> {
  /** Jobs that run at once. */
  readonly concurrency: number
  /** Whether a job that would have to wait is refused. @param waiting Those that wait before it. */
  readonly refuses?: (job: J, waiting: readonly J[]) => boolean
  /**
   * Which waiting job starts next, called while a slot is free; null when none may start yet. Without it the first in
   * the queue does.
   */
  readonly next?: (waiting: readonly J[], running: ReadonlySet<J>) => J | null
}

/** Opens a queue that runs a limited number of jobs at a time: every limit of the server that makes somebody wait. */
export function openQueue<J extends object = object>({
  concurrency,
  refuses = () => false,
  next = ([first]) => first ?? null,
}: QueueOptions<J>): Queue<J> {
  const waiting = new Map<J, () => void>()
  const running = new Set<J>()

  function startNext() {
    while (waiting.size > 0 && running.size < concurrency) {
      const job = next([...waiting.keys()], running)
      if (job === null) return
      const start = waiting.get(job)!
      waiting.delete(job)
      running.add(job)
      start()
    }
  }
  function release(job: J) {
    running.delete(job)
    startNext()
  }
  /** @param start Called once the job has a slot: at once where one is free. @returns False when it is refused. */
  function enqueue(job: J, start: () => void): boolean {
    const before = [...waiting.keys()]
    waiting.set(job, start)
    startNext()
    return !(waiting.has(job) && refuses(job, before) && waiting.delete(job))
  }
  function acquire(job: J): Promise<() => void> | null {
    let accepted = false
    const slot = new Promise<() => void>(resolve => {
      accepted = enqueue(job, () => resolve(() => release(job)))
    })
    return accepted ? slot : null
  }
  function run<T>(job: J, work: () => Promise<T>): Promise<T> | null {
    let accepted = false
    const done = new Promise<T>((resolve, reject) => {
      const start = async () => {
        try {
          resolve(await work())
        } catch (error) {
          reject(error)
        } finally {
          release(job)
        }
      }
      accepted = enqueue(job, () => void start())
    })
    return accepted ? done : null
  }
  return { acquire, run }
}

/** A queue in the order of arrival that refuses the job that would wait behind too many. */
export const openShortQueue = (concurrency: number, mostWaiting: number): Queue<object> =>
  openQueue({ concurrency, refuses: (_, waiting) => waiting.length >= mostWaiting })
