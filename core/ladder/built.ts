import { LADDER_VERSION, type Rung } from './ladder'

/**
 * The ladder as it ships: `core/ladder/ladder.json`, written by `npm run ladder` and read by whoever fills a database.
 * Building it takes most of a minute; nobody should wait for that at a first start.
 */
export interface BuiltLadder {
  /** {@link LADDER_VERSION} of the program that built it. */
  readonly version: number
  /** SHA-256 of the sources it was built from, hex: as long as they are the same, building again gives the same. */
  readonly sources: string
  readonly rungs: readonly Rung[]
}

/** The file's text: a rung a line, so that a change shows in a diff as the rungs it touches. */
export const ladderText = (sources: string, rungs: readonly Rung[]): string =>
  `{"version":${LADDER_VERSION},"sources":"${sources}","rungs":[\n${rungs.map(rung => JSON.stringify(rung)).join(',\n')}\n]}\n`

/**
 * Reads the text of {@link ladderText}.
 * @throws Error when it was built by another version of the program.
 */
export function readLadderText(text: string): BuiltLadder {
  const built = JSON.parse(text) as BuiltLadder
  if (built.version !== LADDER_VERSION)
    throw new Error(
      `core/ladder/ladder.json is version ${built.version}, this program's is ${LADDER_VERSION}: run npm run ladder`,
    )
  return built
}
