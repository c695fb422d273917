import { onScopeDispose } from 'vue'
import { wrap } from 'comlink'
import { $fetch, FetchError } from 'ofetch'
import type { FileReading, ReadFile } from '#core/formats/read-file'
import type { ErrorAnswer } from '#shared/contracts/common'
import type { BodyOf } from '#shared/routes'
import type { Files } from './files.worker'
import { useToasts } from '../stores/toasts'
import { addressOf, ApiError, type CallArgs } from '../useApi'
import type { ReadingRoute } from '../useLoaded'
import { useSheetRows } from '../sheet/useSheetRows'

/** A file that was made. */
export interface MadeFile {
  readonly blob: Blob
  readonly name: string
  /** Pages of paper, where it has some. */
  readonly pages: number | null
}

/** Gives a file to whoever sits here, as the browser gives files. */
export function keepFile({ blob, name }: Pick<MadeFile, 'blob' | 'name'>): void {
  const url = URL.createObjectURL(blob)
  Object.assign(document.createElement('a'), { href: url, download: name }).click()
  // The browser has it by then.
  setTimeout(() => URL.revokeObjectURL(url), 60_000)
}

/** Gives what a route answers as a file, under the name it is answered with. */
export function keepAnswer<N extends ReadingRoute>(name: N, ...args: CallArgs<N>): void {
  Object.assign(document.createElement('a'), { href: addressOf(name, ...args), download: '' }).click()
}

/** The name a file was answered under. */
const nameIn = (disposition: string | null) =>
  decodeURIComponent(/filename\*=UTF-8''([^;]+)/.exec(disposition ?? '')?.[1] ?? 'drill')

async function refusalOf(error: unknown): Promise<ApiError> {
  const data: unknown = error instanceof FetchError ? error.data : null
  if (!(data instanceof Blob))
    return new ApiError('offline', 'The server cannot be reached. Nothing is lost; try again when it is back.')
  const answer = JSON.parse(await data.text()) as ErrorAnswer
  return new ApiError(answer.code, answer.message, answer.path)
}

/** Routes that make a file of what they are sent. */
type FileRoute = 'POST /api/drills/export' | 'POST /api/paper'

/**
 * Has the server make a file.
 * @throws ApiError in the server's words.
 */
export async function makeFile<N extends FileRoute>(name: N, body: BodyOf<N>, signal?: AbortSignal): Promise<MadeFile> {
  try {
    const answer = await $fetch.raw(addressOf(name), {
      method: 'POST',
      body: body as Record<string, unknown>,
      responseType: 'blob',
      retry: 0,
      ...(signal && { signal }),
    })
    const pages = answer.headers.get('x-pages')
    return {
      blob: answer._data as Blob,
      name: nameIn(answer.headers.get('content-disposition')),
      pages: pages === null ? null : Number(pages),
    }
  } catch (error) {
    throw await refusalOf(error)
  }
}

/** Saves homework as a PDF; a refusal is said in the server's words. */
export function useHomeworkFile() {
  const toasts = useToasts()
  const { staff } = useSheetRows()
  return async (asked: BodyOf<'POST /api/paper'>) => {
    try {
      keepFile(await makeFile('POST /api/paper', { ...asked, notation: staff.value }))
    } catch (refusal) {
      toasts.say((refusal as Error).message, { tone: 'trouble' })
    }
  }
}

/** A picture as PNG, twice as fine as it is large. */
export async function pngOf(svg: Blob): Promise<Blob> {
  const picture = new Image()
  // A data address, for the page takes pictures from nowhere else.
  const bytes = new Uint8Array(await svg.arrayBuffer())
  const letters = Array.from(bytes, byte => String.fromCharCode(byte)).join('')
  picture.src = `data:image/svg+xml;base64,${btoa(letters)}`
  await picture.decode()
  const canvas = Object.assign(document.createElement('canvas'), {
    width: picture.width * 2,
    height: picture.height * 2,
  })
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      blob => (blob ? resolve(blob) : reject(new Error('The picture is too large for this browser.'))),
      'image/png',
    ),
  )
}

/** Reads files in a worker, which ends with the place that uses it or when it is given up. */
export function useFileReading() {
  let worker: Worker | null = null
  function end() {
    worker?.terminate()
    worker = null
  }
  onScopeDispose(end)
  return {
    read: (bytes: Uint8Array, reading: FileReading): Promise<ReadFile> => {
      end()
      worker = new Worker(new URL('./files.worker.ts', import.meta.url), { type: 'module' })
      const { readFile } = wrap<Files>(worker)
      return readFile(bytes, reading) as Promise<ReadFile>
    },
    end,
  }
}
