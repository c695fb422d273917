import { execFileSync } from 'node:child_process'
import { createWriteStream, mkdtempSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { restoreBackup } from '../server/backup/restore-backup'
import { writeBackup } from '../server/backup/write-backup'
import { openDatabase } from '../server/db/client'
import { benchStudio, giveLessons, table } from './studio'

const { DATABASE_URL, RESTORE_DATABASE_URL } = process.env
const events = Number(process.argv[3] ?? 1_000_000)
const { pool, db, close } = openDatabase(DATABASE_URL!)
const [teacher] = await benchStudio(db, 1, 200, 8)
for (let written = 0; written < events; written += 100_000)
  await giveLessons(pool, teacher!, Math.min(100_000, events - written), written / 100)
await close()

const folder = mkdtempSync(join(tmpdir(), 'fidactyl-bench-backup-'))
const [path, dump] = [join(folder, 'studio.zip'), join(folder, 'dump.sql')]

/** Seconds of some work, and the most memory of this process while it ran, MB. */
async function measured(work: () => Promise<unknown>) {
  let most = 0
  const looking = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 50)
  const began = performance.now()
  await work()
  clearInterval(looking)
  return { seconds: (performance.now() - began) / 1000, megabytes: Math.round(most / 1e6) }
}
const shell = (command: string) => async () => void execFileSync('bash', ['-c', command], { stdio: 'ignore' })
const argumentsOf = (url: string) => {
  const { username, password, port, pathname } = new URL(url)
  return `--no-defaults --host=127.0.0.1 --port=${port} --user=${username} --password=${password} ${pathname.slice(1)}`
}

const backup = await measured(() =>
  pipeline(writeBackup(DATABASE_URL!, { studioId: teacher!.actor.studioId, now: new Date() }), createWriteStream(path)),
)
const restore = await measured(() => restoreBackup(RESTORE_DATABASE_URL!, path))
const own = await measured(shell(`mariadb-dump ${argumentsOf(DATABASE_URL!)} --single-transaction > ${dump}`))
const load = await measured(shell(`mariadb ${argumentsOf(RESTORE_DATABASE_URL!)} < ${dump}`))
const size = (file: string) => `${Math.round(statSync(file).size / 1e6)} MB`
table([
  ['', 'time', 'most memory', 'file', 'ratio to the database’s own'],
  [
    'backup',
    `${backup.seconds.toFixed(1)} s`,
    `${backup.megabytes} MB`,
    size(path),
    (backup.seconds / own.seconds).toFixed(1),
  ],
  [
    'restore',
    `${restore.seconds.toFixed(1)} s`,
    `${restore.megabytes} MB`,
    '',
    (restore.seconds / load.seconds).toFixed(1),
  ],
  ['mariadb-dump', `${own.seconds.toFixed(1)} s`, '', size(dump), ''],
  ['load of it', `${load.seconds.toFixed(1)} s`, '', '', ''],
])
rmSync(folder, { recursive: true, force: true })
