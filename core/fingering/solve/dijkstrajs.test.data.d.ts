// The library brings no types.
declare module 'dijkstrajs' {
  const dijkstra: { find_path(graph: Record<string, Record<string, number>>, from: string, to: string): string[] }
  export default dijkstra
}
