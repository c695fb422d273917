/** A day along the foot of a chart: 3 Mar. */
export const dayTick = (day: Date): string =>
  day.toLocaleDateString('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' })
