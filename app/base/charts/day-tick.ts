/** A local day as the moment a chart puts it at. */
export const dateOf = (day: string): Date => new Date(`${day}T12:00:00Z`)

/** A day along the foot of a chart: 3 Mar. */
export const dayTick = (day: Date): string =>
  day.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' })
