/**
 * What a drill of the ladder is called where a person reads it: groups that come again and again stand once.
 * @example rungName('Slurs 03 04 03 04 on string 5, VII') // 'Slurs 03 04 ×2 on string 5, VII'
 */
export function rungName(title: string): string {
  const [, head, run, tail] = /^(Slurs )((?:\d+ )+)(.*)$/.exec(title) ?? []
  if (run === undefined) return title
  const groups = run.trim().split(' ')
  const length = groups.findIndex(
    (_, i) => i > 0 && groups.length % i === 0 && groups.every((group, g) => group === groups[g % i]),
  )
  return length < 1 ? title : `${head}${groups.slice(0, length).join(' ')} ×${groups.length / length} ${tail}`
}
