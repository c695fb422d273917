import { DateTime } from 'luxon'
import { useSession } from './stores/session'

/** Writes times as a teacher says them, in the studio's zone. */
export function useWhen() {
  const session = useSession()
  const local = (iso: string) => DateTime.fromISO(iso, { zone: session.me?.zone, locale: 'en-GB' })
  const today = () => DateTime.now().setZone(session.me?.zone).startOf('day')
  return {
    /** 16:30 */
    clock: (iso: string) => local(iso).toFormat('HH:mm'),
    /** "today", "tomorrow", "Tuesday", "Tue 3 March". */
    day: (iso: string) => {
      const days = local(iso).startOf('day').diff(today(), 'days').days
      if (days === 0) return 'today'
      if (days === 1) return 'tomorrow'
      if (days === -1) return 'yesterday'
      return days > 1 && days < 7 ? local(iso).toFormat('cccc') : local(iso).toFormat('ccc d LLLL')
    },
    /** 3 Mar 2026 */
    date: (iso: string) => local(iso).toLocaleString(DateTime.DATE_MED),
    /** The local day of an instant, 2026-03-03. */
    localDay: (iso: string) => local(iso).toISODate()!,
    /** Tue 3 */
    shortDay: (day: string) => DateTime.fromISO(day, { locale: 'en-GB' }).toFormat('ccc d'),
    /** Tuesday 3 March */
    longDay: (day: string) => DateTime.fromISO(day, { locale: 'en-GB' }).toFormat('cccc d LLLL'),
    today,
  }
}
