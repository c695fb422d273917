import { worker } from 'workerpool'
import { ENGINE_TASKS } from './engine'

/** A worker that does on purpose what no drill should be able to make it do. */
const MISCHIEF: Readonly<Record<string, () => unknown>> = {
  forever: () => {
    // A loop without any effect would be left out of the build, and reading the clock is none.
    while (process.uptime() >= 0);
  },
  memory: () => {
    const held: unknown[] = []
    for (;;) held.push(Array.from({ length: 10_000 }, (_, i) => ({ i })))
  },
  killed: () => process.kill(process.pid, 'SIGKILL'),
  slowly: () => {
    for (const end = Date.now() + 300; Date.now() < end;);
    return { ok: false, error: { path: '', message: 'slow' } }
  },
}

worker({
  ...ENGINE_TASKS,
  write: (spec: unknown) => (typeof spec === 'string' && MISCHIEF[spec] ? MISCHIEF[spec]() : ENGINE_TASKS.write(spec)),
})
