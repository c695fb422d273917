// A steady pulse that browsers do not slow down in background tabs, unlike timers of the page.
const EVERY_MS = 25
let timer: ReturnType<typeof setInterval> | undefined

self.onmessage = ({ data }: MessageEvent<'start' | 'stop'>) => {
  clearInterval(timer)
  if (data === 'start') timer = setInterval(() => self.postMessage(null), EVERY_MS)
}
