import { spawn } from 'node:child_process'

/** A loop of fixed work, two of them at once on a quiet machine with two cores, in milliseconds. */
const USUAL_MS = 640
const LOOP =
  'let sum = 0; for (let i = 0; i < 2e7; i++) sum = (sum + i * i) % 1000003; process.stdout.write(String(sum))'
const ROUNDS = 3

const loop = () =>
  new Promise<number>((resolve, reject) => {
    const began = performance.now()
    spawn(process.execPath, ['-e', LOOP], { stdio: 'ignore' })
      .once('error', reject)
      .once('exit', () => resolve(performance.now() - began))
  })

/**
 * How many times slower this machine is than a quiet one with two cores: time limits are multiplied by it, so that a
 * slow or busy machine fails nothing by its clock.
 * @returns At least 1; `TEST_SLOW_FACTOR` where that is set.
 */
export async function slowness(): Promise<number> {
  const given = Number(process.env.TEST_SLOW_FACTOR)
  if (given >= 1) return given
  let slowest = 0
  for (let round = 0; round < ROUNDS; round++) slowest = Math.max(slowest, ...(await Promise.all([loop(), loop()])))
  return Math.max(1, Math.round((10 * slowest) / USUAL_MS) / 10)
}
