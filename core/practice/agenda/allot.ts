/**
 * Shares out whole minutes by weight, so that they add up exactly: each gets its least, what is left goes by weight,
 * and odd minutes to those whose share was cut most (largest remainder).
 * @param total Whole minutes.
 * @param weights Above 0, one for each.
 * @param least Whole minutes that each gets at least.
 * @throws RangeError when the least of all is more than there is, or a weight is not above 0.
 * @example allot(30, [1, 1, 2], 3) // [8, 8, 14]
 */
export function allot(total: number, weights: readonly number[], least: number): readonly number[] {
  const left = total - least * weights.length
  if (left < 0) throw new RangeError(`${total} minutes are too few for ${weights.length} of ${least}`)
  if (weights.some(weight => !(weight > 0))) throw new RangeError('every weight must be above 0')
  const sum = weights.reduce((all, weight) => all + weight, 0)
  const shares = weights.map(weight => (left * weight) / sum)
  const odd = left - shares.reduce((all, share) => all + Math.floor(share), 0)
  const cut = shares
    .map((share, i) => ({ i, rest: share - Math.floor(share) }))
    .toSorted((a, b) => b.rest - a.rest || a.i - b.i)
    .slice(0, odd)
    .map(({ i }) => i)
  return shares.map((share, i) => least + Math.floor(share) + (cut.includes(i) ? 1 : 0))
}
