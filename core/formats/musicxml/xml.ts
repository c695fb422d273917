import { XMLParser, XMLValidator } from 'fast-xml-parser'

/** One element of a document, with what it holds in order. */
export interface Element {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly Element[]
  readonly text: string
}

/** A document's root, or why there is none, in one sentence. */
export type ReadXml = { readonly ok: true; readonly root: Element } | { readonly ok: false; readonly why: string }

type Ordered = Readonly<Record<string, unknown>>

function element(raw: Ordered): Element | null {
  const name = Object.keys(raw).find(key => key !== ':@')
  if (!name || name === '#text' || name.startsWith('?')) return null
  const inside = raw[name] as readonly Ordered[]
  return {
    name,
    attributes: (raw[':@'] ?? {}) as Readonly<Record<string, string>>,
    children: inside.flatMap(each => element(each) ?? []),
    text: inside
      .flatMap(each => ('#text' in each ? [String(each['#text'])] : []))
      .join('')
      .trim(),
  }
}

/** The most elements one within another: music has nine or ten. */
const DEEPEST = 64

/** Whether elements stand one within another deeper than any music does. */
function tooDeep(text: string): boolean {
  let depth = 0
  for (let at = text.indexOf('<'); at >= 0;) {
    const to = text.indexOf('>', at)
    if (to < 0) return false
    if (text[at + 1] === '/') depth--
    else if (text[at + 1] !== '?' && text[at + 1] !== '!' && text[to - 1] !== '/' && ++depth > DEEPEST) return true
    at = text.indexOf('<', to)
  }
  return false
}

/** The text without its DOCTYPE, which is never fetched; null where that defines anything. */
function withoutDoctype(text: string): string | null {
  const from = text.search(/<!DOCTYPE/i)
  if (from < 0) return text
  const to = text.indexOf('>', from)
  const inside = text.slice(from, to < 0 ? undefined : to)
  return to < 0 || inside.includes('[') ? null : text.slice(0, from) + text.slice(to + 1)
}

/** A text without what stands between a beginning and an end; one that is never ended is left as it is. */
function without(text: string, begin: string, end: string): string {
  const parts: string[] = []
  let done = 0
  for (;;) {
    const from = text.indexOf(begin, done)
    const to = from < 0 ? -1 : text.indexOf(end, from + begin.length)
    if (to < 0) break
    parts.push(text.slice(done, from))
    done = to + end.length
  }
  return done === 0 ? text : parts.join('') + text.slice(done)
}

/**
 * Reads an XML document. A DOCTYPE that only names its kind is passed over and never fetched; one that defines
 * anything, and any entity that is not XML's own, are refused.
 */
export function readXml(text: string): ReadXml {
  const bare = withoutDoctype(without(without(text, '<!--', '-->'), '<![CDATA[', ']]>'))
  if (bare === null || /<!(?:ENTITY|DOCTYPE)/i.test(bare))
    return { ok: false, why: 'The file defines entities of its own, which are not read.' }
  if (/&(?!(?:amp|lt|gt|quot|apos|#\d{1,7}|#x[0-9a-f]{1,6});)/i.test(bare))
    return { ok: false, why: 'The file uses an entity that is not XML’s own, or a bare “&”.' }
  if (tooDeep(bare)) return { ok: false, why: 'The file’s elements are nested too deep to be music.' }
  const valid = XMLValidator.validate(bare)
  if (valid !== true)
    return {
      ok: false,
      why: `The file is no well-formed XML: line ${valid.err.line}, ${valid.err.msg.slice(0, 80).replace(/\.$/, '')}.`,
    }
  try {
    const parser = new XMLParser({
      preserveOrder: true,
      ignoreAttributes: false,
      attributeNamePrefix: '',
      parseTagValue: false,
      parseAttributeValue: false,
      trimValues: false,
      ignoreDeclaration: true,
      htmlEntities: false,
    })
    const roots = (parser.parse(bare) as readonly Ordered[]).flatMap(each => element(each) ?? [])
    return roots.length === 1 ? { ok: true, root: roots[0]! } : { ok: false, why: 'The file is cut off or empty.' }
  } catch {
    return { ok: false, why: 'The file is no well-formed XML.' }
  }
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
