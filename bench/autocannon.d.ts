declare module 'autocannon' {
  /** The part of the load tool that is used here. */
  export default function autocannon(options: {
    url: string
    connections: number
    duration: number
    headers: Record<string, string>
  }): Promise<{ non2xx: number; errors: number; requests: { average: number } }>
}
