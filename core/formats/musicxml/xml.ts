import { SaxesParser } from 'saxes'

/** One element of a document, with what it holds in order. */
export interface Element {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly Element[]
  readonly text: string
}

/** A document's root, or why there is none, in one sentence. */
export type ReadXml = { readonly ok: true; readonly root: Element } | { readonly ok: false; readonly why: string }

/** The most elements one within another: music has nine or ten. */
const DEEPEST = 64
/**
 * What a document may hold: the longest piece of own music in half a dozen parts. Counted while it is read, so
 * that a file built to hurt is refused before it takes seconds or hundreds of megabytes.
 */
const MOST_ELEMENTS = 250_000
const MOST_ATTRIBUTES = 300_000
/** Characters of text and of values of attributes, without blanks between elements. */
const MOST_TEXT = 2_000_000
/** Characters that are read at a time. */
const PIECE = 65_536

/** Why a document is refused, in one sentence. */
class Refused extends Error {}

interface OpenElement extends Element {
  readonly children: Element[]
  text: string
}

/**
 * Reads an XML document. A DOCTYPE that only names its kind is passed over and never fetched; one that defines
 * anything, and any entity that is not XML's own, are refused, and so is more than a score can hold.
 */
export function readXml(text: string): ReadXml {
  const open: OpenElement[] = []
  let root: Element | null = null
  let [elements, attributes, characters] = [0, 0, 0]
  const count = (more: string) => {
    characters += more.length
    if (characters > MOST_TEXT) throw new Refused('The file holds more text than any score.')
  }
  // With an eighth handler V8 makes a slow object of the parser: six times the time, measured.
  const parser = new SaxesParser()
  parser.on('error', error => {
    throw error
  })
  parser.on('doctype', doctype => {
    if (doctype.includes('[')) throw new Refused('The file defines entities of its own, which are not read.')
  })
  parser.on('attribute', ({ value }) => {
    if (++attributes > MOST_ATTRIBUTES) throw new Refused('The file has more attributes than any score.')
    count(value)
  })
  parser.on('opentag', ({ name, attributes: own }) => {
    if (open.length >= DEEPEST) throw new Refused('The file’s elements are nested too deep to be music.')
    if (++elements > MOST_ELEMENTS) throw new Refused('The file has more elements than any score.')
    const element: OpenElement = { name, attributes: own, children: [], text: '' }
    open.at(-1)?.children.push(element)
    root ??= element
    open.push(element)
  })
  const addText = (more: string) => {
    const element = open.at(-1)
    if (!element || (element.text === '' && more.trim() === '')) return
    count(more)
    element.text += more
  }
  parser.on('text', addText)
  parser.on('cdata', addText)
  parser.on('closetag', () => {
    const element = open.pop()!
    element.text = element.text.trim()
  })
  try {
    for (let at = 0; at < text.length; at += PIECE) parser.write(text.slice(at, at + PIECE))
    parser.close()
  } catch (error) {
    return { ok: false, why: whyOf(error as Error) }
  }
  return root ? { ok: true, root } : { ok: false, why: 'The file is cut off or empty.' }
}

function whyOf(error: Error): string {
  if (error instanceof Refused) return error.message
  if (/entity/i.test(error.message)) return 'The file uses an entity that is not XML’s own, or a bare “&”.'
  const [, line, what] = /^(\d+):\d+: (.*?)\.?$/s.exec(error.message) ?? []
  return line
    ? `The file is no well-formed XML: line ${line}, ${what!.replace(/\s+/g, ' ').slice(0, 80)}.`
    : 'The file is no well-formed XML.'
}

/** The first child of a name. */
export const child = (parent: Element | undefined, name: string): Element | undefined =>
  parent?.children.find(each => each.name === name)

/** All children of a name. */
export const childrenOf = (parent: Element | undefined, name: string): readonly Element[] =>
  parent?.children.filter(each => each.name === name) ?? []

/** The element at a path of names; undefined where one is missing. */
export const at = (parent: Element | undefined, ...names: readonly string[]): Element | undefined =>
  names.reduce<Element | undefined>((element, name) => child(element, name), parent)

/** The number an element holds; null where it holds none. */
export function numberIn(element: Element | undefined): number | null {
  const value = element && element.text !== '' ? Number(element.text) : Number.NaN
  return Number.isFinite(value) ? value : null
}
