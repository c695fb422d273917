import type { Realised } from './score'

/** What a drill comes to, without the words its family has for it: what two sheets are compared by. */
export function factsOf({ title: _title, purpose: _purpose, ...facts }: Realised): object {
  return facts
}
