/** What the present engine version writes of the drills of `engine-version.test.ts`, by family, in short words. */
export const WRITTEN_BY_VERSION: Readonly<Record<number, Readonly<Record<string, string>>>> = {
  10: {
    blocks: '7c443943496e8ba5',
    cell: '12dd343e8bbb7f7c',
    chromatic: '1bcd8e88cd022022',
    diagonal: 'f480e42bf8f4e56c',
    free: 'a2f569670c47d260',
    held: 'b60b0be609bef1a3',
    order: '2f15ac8c6f7b226b',
    pair: '33d5327c4a32e82c',
    pattern: '3c3dbb03fc71d59b',
    pedal: 'be5b4d5a41db642e',
    picking: '0da6ef0c96979a28',
    scale: 'b95d56c5fa2a573f',
    shape: '8a423d2e6fd406b1',
    slur: 'b61cb86cadb46c6c',
    tap: '57e45ce647723ef1',
  },
}
