import type { Readable } from 'node:stream'

/** An answer that is sent as it is: a file, or JSON that is text already. */
export class Sent {
  constructor(readonly content: string | Buffer | Readable | undefined) {}
}
