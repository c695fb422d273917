import { z } from 'zod'
import type { SpecProblem } from './spec-error'

type Issue = z.core.$ZodIssue
type RawIssue = z.core.$ZodRawIssue

/** What is wrong with a value: `message` names the field, `rule` says the same without it. */
export interface Problem extends SpecProblem {
  readonly rule: string
}

const MOST_SHOWN = 40

/** Schemas whose values are never repeated. */
const SECRETS = z.registry<{ readonly secret: true }>()

/** Marks the values of a schema as secret: no message repeats them, whatever their field is called. */
export function secret<S extends z.ZodType>(schema: S): S {
  SECRETS.add(schema, { secret: true })
  return schema
}

/** A schema without what says that it may be left out, be null, have a default or be transformed. */
function bare(schema: z.core.$ZodType): z.core.$ZodType {
  const { innerType, in: before } = schema._zod.def as {
    readonly innerType?: z.core.$ZodType
    readonly in?: z.core.$ZodType
  }
  const inner = innerType ?? before
  return inner && !SECRETS.has(schema) ? bare(inner) : schema
}

/** Whether the value at a path is secret, or lies in one that is. */
function isSecret(schema: z.core.$ZodType, [first, ...rest]: readonly PropertyKey[]): boolean {
  const here = bare(schema)
  if (SECRETS.has(here)) return true
  if (first === undefined) return false
  const { shape, element, options, valueType } = here._zod.def as {
    readonly shape?: Readonly<Record<string, z.core.$ZodType>>
    readonly element?: z.core.$ZodType
    readonly valueType?: z.core.$ZodType
    readonly options?: readonly z.core.$ZodType[]
  }
  if (options) return options.some(option => isSecret(option, [first, ...rest]))
  const inner = valueType ?? (typeof first === 'number' ? element : shape?.[String(first)])
  return inner !== undefined && isSecret(inner, rest)
}

/** A value as a message quotes it: short, strings in quotation marks. */
function quoted(value: unknown): string {
  if (Array.isArray(value)) return value.length === 0 ? 'an empty list' : 'a list'
  if (typeof value === 'object' && value !== null) return 'an object'
  const text =
    typeof value === 'number' || typeof value === 'bigint' ? String(value) : (JSON.stringify(value) ?? String(value))
  return text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)}…` : text
}

const KINDS: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  tuple: 'a list',
  object: 'an object',
  record: 'an object',
  date: 'a date',
  null: 'null',
  undefined: 'left out',
}
const FORMATS: Readonly<Record<string, string>> = {
  uuid: 'a UUID',
  date: 'a day such as 2026-01-31',
  datetime: 'an ISO time in UTC such as 2026-01-31T16:00:00Z',
}

const counted = (issue: { readonly origin?: string }) =>
  issue.origin === 'string' ? ' characters' : issue.origin === 'array' ? ' entries' : ''

/**
 * Our own words for what a schema says without any: given to every parse, so that no sentence of the schema library is
 * ever shown. Messages written at a field stand over these.
 */
export function ruleInWords(issue: RawIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined ? 'is missing' : `must be ${KINDS[issue.expected as string] ?? issue.expected}`
    case 'too_small':
      return `must be ${issue.inclusive ? 'at least' : 'more than'} ${issue.minimum}${counted(issue)}`
    case 'too_big':
      return `must be ${issue.inclusive ? 'at most' : 'less than'} ${issue.maximum}${counted(issue)}`
    case 'not_multiple_of':
      return `must be a multiple of ${issue.divisor}`
    case 'invalid_format':
      return `must be ${FORMATS[issue.format as string] ?? 'written otherwise'}`
    case 'invalid_value':
      return `must be one of ${(issue.values as readonly unknown[]).join(', ')}`
    case 'invalid_union':
      return 'is none of the forms it may have'
    case 'invalid_key':
      return 'has a key that cannot be read'
    default:
      return 'cannot be read'
  }
}

/** The way into a union that fits best: the one whose first problem lies deepest. */
function bestOf(issue: Issue): Issue {
  if (issue.code !== 'invalid_union' || issue.errors.length === 0 || issue.message !== ruleInWords(issue as RawIssue))
    return issue
  const firsts = issue.errors.flatMap(branch => (branch[0] ? [bestOf(branch[0])] : []))
  const deepest = firsts.reduce<Issue | null>(
    (best, each) => (best && best.path.length >= each.path.length ? best : each),
    null,
  )
  return deepest ? { ...deepest, path: [...issue.path, ...deepest.path] } : issue
}

/** The field at fault in words: `birthYear` is a birth year. */
const nameOf = (path: readonly PropertyKey[]) =>
  String(path.findLast(part => typeof part === 'string') ?? 'it').replace(
    /[A-Z]/g,
    letter => ` ${letter.toLowerCase()}`,
  )

/** The verb in the number of what it is said of: frets are missing. */
const agreeing = (name: string, message: string) =>
  /[^s]s$/.test(name) ? message.replace(/^is /, 'are ').replace(/^has /, 'have ') : message

/** What was given, as a message ends with it; empty where the rule says it already, or where it is secret. */
function givenInWords({ message, input, code }: Issue, secret: boolean): string {
  if (secret || input === undefined) return ''
  if (/\b(not|no|twice)\b|"/.test(message) || !/\b(must|takes|needs)\b/.test(message)) return ''
  // Of a list only its length is said, where that is what is wrong.
  if (Array.isArray(input)) return /\b(takes|needs)\b/.test(message) ? `, not ${input.length}` : ''
  const isLength = typeof input === 'string' && (code === 'too_big' || code === 'too_small')
  return `, not ${isLength ? input.length : quoted(input)}`
}

/** The first problem of a failed parse: an unknown key comes before anything else, and its path is the key itself. */
export function problemFrom(error: z.core.$ZodError, schema: z.core.$ZodType): Problem {
  const issue = bestOf(error.issues.find(each => each.code === 'unrecognized_keys') ?? error.issues[0]!)
  if (issue.code === 'unrecognized_keys')
    return {
      path: [...issue.path, issue.keys[0]!].map(String).join('.'),
      message: 'unknown field',
      rule: 'unknown field',
    }
  const { path, message } = issue
  const rule = message + givenInWords(issue, isSecret(schema, path))
  const name = nameOf(path)
  const named = /^(must|is|has|cannot) /.test(message) ? `${name} ${agreeing(name, rule)}` : rule
  return { path: path.map(String).join('.'), message: named, rule }
}

/** Checks a value against a schema; what is wrong is said in our own words. */
export function check<S extends z.ZodType>(
  schema: S,
  value: unknown,
): { readonly ok: true; readonly value: z.output<S> } | { readonly ok: false; readonly error: Problem } {
  const result = schema.safeParse(value, { reportInput: true, error: ruleInWords })
  return result.success ? { ok: true, value: result.data } : { ok: false, error: problemFrom(result.error, schema) }
}
