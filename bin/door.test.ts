import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { setTimeout as wait } from 'node:timers/promises'
import { describe, expect, test } from '@jest/globals'

const DRILL = { version: 1, family: 'order', order: { fingers: [1, 2, 3, 4] } }

/** The command as npm starts it: from a program that has the same pipe and does not block on it. */
const asNpmDoes = `
  process.stdout.write('')
  const { spawn } = require('node:child_process')
  spawn(process.execPath, ['--import', 'tsx', 'bin/drill.ts', '-'], { stdio: 'inherit' })
    .on('exit', code => { process.exitCode = code })`

describe('what a command writes', () => {
  test('arrives whole where it is read slowly', async () => {
    const command = spawn(process.execPath, ['-e', asNpmDoes], { stdio: ['pipe', 'pipe', 'inherit'] })
    const ended = once(command, 'exit')
    command.stdin.end(JSON.stringify(Array.from({ length: 60 }, () => DRILL)))
    await once(command.stdout, 'readable')
    // More than any pipe holds is waiting by then.
    await wait(500)
    const read: Buffer[] = []
    for await (const part of command.stdout) read.push(part as Buffer)
    const [code] = (await ended) as [number]
    const text = Buffer.concat(read).toString()
    expect([code, text.length > 1_000_000]).toEqual([0, true])
    expect(JSON.parse(text)).toHaveLength(60)
  })
})
