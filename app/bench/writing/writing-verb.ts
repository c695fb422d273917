/** Something that is done to own music by a press or a key. */
export interface WritingVerb {
  readonly label: string
  /** Its key, empty where it has none. */
  readonly key: string
  readonly run: () => void
  /** Whether what is under the cursor is so; left out for what is only done. */
  readonly pressed?: boolean | undefined
}
