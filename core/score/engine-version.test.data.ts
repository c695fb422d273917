/** What each engine version writes of the drills of `engine-version.test.ts`, family by family, in short words. */
export const WRITTEN_BY_VERSION: Readonly<Record<number, Readonly<Record<string, string>>>> = { 7: {} }
