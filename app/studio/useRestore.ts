import { onScopeDispose, ref, shallowRef } from 'vue'
import type { ErrorAnswer } from '#shared/contracts/common'
import type { RestoreNews } from '#shared/contracts/studio/answers'

/** How far a restore is: of what is sent, then of the rows that come in. */
export interface RestoreStep {
  readonly what: 'sending' | 'restoring'
  readonly done: number
  readonly all: number
}

/** Sends a backup to the server and follows what becomes of it. */
export function useRestore() {
  const step = shallowRef<RestoreStep | null>(null)
  const refusal = ref<string | null>(null)
  let request: XMLHttpRequest | null = null

  function stop() {
    request?.abort()
    request = null
    step.value = null
  }
  onScopeDispose(stop)

  /** @returns What is back; null where it was refused or given up. */
  function restore(file: Blob): Promise<{ readonly name: string; readonly madeAt: string } | null> {
    stop()
    refusal.value = null
    step.value = { what: 'sending', done: 0, all: file.size }
    // Of the ways to send, this one tells how much has gone.
    const asked = new XMLHttpRequest()
    request = asked
    return new Promise(resolve => {
      let read = 0
      let last: RestoreNews | null = null
      const listen = () => {
        if (asked.status !== 200) return
        const end = asked.responseText.lastIndexOf('\n') + 1
        for (const line of asked.responseText.slice(read, end).split('\n').filter(Boolean)) {
          last = JSON.parse(line) as RestoreNews
          if ('all' in last) step.value = { what: 'restoring', done: last.done, all: last.all }
        }
        read = end
      }
      const end = (why: string | null) => {
        if (request === asked) request = null
        step.value = null
        refusal.value = why
        resolve(last && 'restored' in last ? last.restored : null)
      }
      asked.upload.addEventListener('progress', ({ loaded }) => {
        step.value = { what: 'sending', done: loaded, all: file.size }
      })
      asked.upload.addEventListener('load', () => {
        step.value = { what: 'restoring', done: 0, all: 0 }
      })
      asked.addEventListener('progress', listen)
      asked.addEventListener('load', () => {
        listen()
        if (asked.status !== 200) end((JSON.parse(asked.responseText) as ErrorAnswer).message)
        else if (last && 'refused' in last) end(last.refused)
        else if (last && 'restored' in last) end(null)
        else end('The server ended in the middle: nothing was restored.')
      })
      asked.addEventListener('error', () => end('The server cannot be reached: nothing was restored.'))
      asked.addEventListener('abort', () => end(null))
      asked.open('POST', '/api/studio/restore')
      asked.setRequestHeader('content-type', 'application/zip')
      asked.send(file)
    })
  }
  return { step, refusal, restore, stop }
}
