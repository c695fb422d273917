import { readFileSync } from 'node:fs'

/** Memory of the server's process, MB. */
export const rssMb = () =>
  Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${process.env.SERVER_PID}/status`, 'utf8'))![1]) / 1024)

/** Time a process has had the processor, ms: on a busy machine it tells more than the clock does. */
export function cpuMs(pid: string): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
  // Of the user and of the system, in hundredths of a second (proc(5)).
  return 10 * (Number(fields[11]) + Number(fields[12]))
}

/** What the processors did since the machine started, ms: all, and what others on the same metal took (proc(5)). */
export function machineMs(): { readonly all: number; readonly stolen: number } {
  const spent = /^cpu +(.*)$/m
    .exec(readFileSync('/proc/stat', 'utf8'))![1]!
    .split(' ')
    .slice(0, 8)
    .map(each => 10 * Number(each))
  return { all: spent.reduce((sum, each) => sum + each, 0), stolen: spent[7]! }
}
