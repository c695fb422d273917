/**
 * Says what is wrong with a spec: the path of the field (dots between, '' for the whole) and the reason in plain words.
 */
export interface SpecProblem {
  readonly path: string
  readonly message: string
}

/** Thrown inside the core when a spec asks for something impossible; the doors turn it into a {@link SpecProblem}. */
export class SpecError extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message)
    this.name = 'SpecError'
  }
}
