/** A set drill as far as the order of its stages goes. */
interface OnPath<S extends { readonly number: number }> {
  readonly path: readonly S[]
  readonly stageNumber: number
}

/**
 * The stage after the one a drill is at; null at the last, or where its stage is on the path no more.
 * @example nextStage({ path: [{ number: 0 }, { number: 2 }], stageNumber: 0 }) // { number: 2 }
 */
export function nextStage<S extends { readonly number: number }>({ path, stageNumber }: OnPath<S>): S | null {
  const at = path.findIndex(stage => stage.number === stageNumber)
  return at < 0 ? null : (path[at + 1] ?? null)
}
