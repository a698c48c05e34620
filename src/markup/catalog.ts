import {
  aCatalog,
  aFunction,
  aLanguage,
  aString,
  checkArgument,
  checkOptions,
  DotLineError,
  errorProblem,
  fail,
  isObject,
  listOf,
  nearestName,
  oneOf,
  type Path,
  type Problem,
  pathText,
  readJson,
} from '../problem/index.ts'
import {
  type CatalogEntry,
  type CatalogSyntax,
  markupSyntax,
  textProblems,
} from './catalog-text.ts'
import type { RichText, Values } from './rich-text.ts'
import { checkValues } from './value.ts'

/** Texts by key; groups of them may be nested. */
interface CatalogStrings {
  readonly [key: string]: string | CatalogStrings
}

/** The keys of nested strings, joined by dots. */
export type CatalogKeys<T> = T extends CatalogStrings
  ? { [K in keyof T & string]: T[K] extends string ? K : `${K}.${CatalogKeys<T[K]>}` }[keyof T &
      string]
  : string

/** Options of `defineCatalog` and `readCatalog`. */
export interface CatalogOptions {
  /** BCP 47 tag of the language the texts are in. */
  readonly language?: string
  /** A catalog of another language, for missing texts. */
  readonly fallback?: Catalog
  /** Name of the file, for problems. */
  readonly source?: string
  /** `throw` (the default) throws all mistakes at once; `collect` lists them in `problems`. */
  readonly problems?: 'throw' | 'collect'
  /** Syntax of the texts. Default: markup; or `messageFormat`. */
  readonly syntax?: CatalogSyntax
  /** Names of the styles that spans may have, such as `sheet.styleNames`; others are mistakes. */
  readonly styles?: readonly string[]
  /** The catalog that was translated. Texts with other values are reported. */
  readonly original?: Catalog
}

/** Texts by key. */
export interface Catalog<K extends string = string> {
  /** BCP 47 tag. */
  readonly language: string | undefined
  /** In the order in which they stand. */
  readonly keys: readonly string[]
  /** Keys that only the fallback has. */
  readonly missing: readonly string[]
  /** Mistakes in the texts. */
  readonly problems: readonly Problem[]
  /** Whether the catalog has the key. */
  has(key: string): boolean
  /** Place of a text of this catalog: in a file, or as a path. Undefined for other keys. */
  locationOf(key: string): NonNullable<Problem['location']> | undefined
  /** A text with its values. Throws `unknown-key` where neither it nor the fallback has one. */
  text(key: K, values?: Values): RichText
  /** One text for each case of a message; a plain text has one. Throws `unknown-key`. */
  cases(key: string, values?: Values): readonly RichText[]
  /** Names of the values that a text asks for. Throws `unknown-key` as `text` does. */
  placeholdersOf(key: string): readonly string[]
}

/**
 * A catalog from an object of strings, such as a JSON module.
 *
 * @param strings Texts by key; groups become `group.key`.
 * @returns A catalog whose keys the compiler checks.
 * @throws `bad-catalog`, `bad-text`
 * @example
 * defineCatalog({ board: { late: '{boat} is late' } }, { language: 'en' })
 */
export function defineCatalog<const T extends CatalogStrings>(
  strings: T,
  options: CatalogOptions = {},
): Catalog<CatalogKeys<T>> {
  checkCatalogOptions('defineCatalog', options)
  const { source = 'catalog' } = options
  return catalogOf(strings, options, path => `${source} ${pathText(path)}`)
}

/**
 * A catalog from the text of a JSON file; mistakes have their places in it.
 *
 * @param json The text of a catalog.
 * @returns A catalog.
 * @throws `bad-json`, `bad-catalog`, `bad-text`; each mistake has a line and column.
 * @example
 * readCatalog(json, { language: 'de', original: en, source: 'strings.de.json' })
 */
export function readCatalog(json: string, options: CatalogOptions = {}): Catalog {
  checkArgument('readCatalog', 'json', json, aString)
  checkCatalogOptions('readCatalog', options)
  const { value, locationOf, problems } = readJson(json, options.source ?? 'catalog')
  if (problems.length > 0) throw new DotLineError(problems[0], problems)
  return catalogOf(value, options, locationOf)
}

function checkCatalogOptions(owner: string, options: CatalogOptions) {
  checkOptions(owner, options, {
    language: aLanguage,
    fallback: aCatalog,
    source: aString,
    problems: oneOf('throw', 'collect'),
    syntax: aFunction,
    styles: listOf(aString),
    original: aCatalog,
  })
}

function catalogOf(
  strings: unknown,
  options: CatalogOptions,
  locate: (path: Path) => NonNullable<Problem['location']>,
): Catalog {
  const { language, fallback, problems: mode = 'throw', syntax = markupSyntax } = options
  const { texts, paths, problems } = readTexts(strings, language, locate, syntax)
  for (const [key, text] of texts) {
    for (const problem of textProblems(key, text, options)) {
      problems.push({ ...problem, location: locate(paths.get(key) ?? []) })
    }
  }
  const wrong = problems.find(problem => problem.severity === 'error')
  if (wrong && mode === 'throw') throw new DotLineError(wrong, problems)
  const known = new Map<RichText, RichText>()
  const named = (rich: RichText, key: string): RichText => {
    const found = known.get(rich)
    if (found) return found
    const own = { ...rich, name: key, ...(language !== undefined && { language }) }
    // Texts without values are the same each time, and are set faster as such.
    if (!rich.values) known.set(rich, own)
    return own
  }
  const unknownKey = (key: string): never => {
    const nearest = nearestName(key, [...texts.keys(), ...(fallback?.keys ?? [])])
    return fail('unknown-key', `no text '${key}' in the catalog`, { nearest })
  }
  return {
    language,
    keys: [...texts.keys()],
    missing: (fallback?.keys ?? []).filter(key => !texts.has(key)),
    problems,
    has: key => texts.has(key),
    locationOf(key) {
      const path = paths.get(key)
      return path && locate(path)
    },
    text(key, values) {
      checkArgument('text', 'key', key, aString)
      checkValues('text', values)
      const text = texts.get(key)
      if (text) return named(text.text(values), key)
      return fallback?.has(key) ? fallback.text(key, values) : unknownKey(key)
    },
    cases(key, values) {
      checkArgument('cases', 'key', key, aString)
      checkValues('cases', values)
      const text = texts.get(key)
      if (text) return text.cases(values).map(one => named(one, key))
      return fallback?.has(key) ? fallback.cases(key, values) : unknownKey(key)
    },
    placeholdersOf(key) {
      checkArgument('placeholdersOf', 'key', key, aString)
      const text = texts.get(key)
      if (text) return text.values
      return fallback?.has(key) ? fallback.placeholdersOf(key) : unknownKey(key)
    },
  }
}

interface Group {
  readonly strings: Readonly<Record<string, unknown>>
  readonly path: Path
}

/** Every text by its whole key, groups walked without recursion. */
function readTexts(
  strings: unknown,
  language: string | undefined,
  locate: (path: Path) => NonNullable<Problem['location']>,
  syntax: CatalogSyntax,
) {
  const texts = new Map<string, CatalogEntry>()
  const paths = new Map<string, Path>()
  const problems: Problem[] = []
  const waiting: Group[] = []
  const add = (path: Path, value: unknown) => {
    const key = path.join('.')
    const location = locate(path)
    if (isObject(value)) return waiting.push({ strings: value, path })
    if (typeof value !== 'string') {
      const message =
        path.length === 0
          ? 'a catalog must be an object of strings'
          : `the text '${key}' is not a string`
      return problems.push(errorProblem('bad-catalog', message, { location }))
    }
    if (texts.has(key)) {
      return problems.push(errorProblem('duplicate-name', `duplicate key '${key}'`, { location }))
    }
    const text = syntax(value, key, language)
    paths.set(key, path)
    texts.set(key, text)
    for (const mistake of text.problems) {
      problems.push({ ...mistake, message: `in '${key}': ${mistake.message}`, location })
    }
    return undefined
  }
  add([], strings)
  for (let group = waiting.shift(); group; group = waiting.shift()) {
    for (const [name, value] of Object.entries(group.strings)) add([...group.path, name], value)
  }
  return { texts, paths, problems }
}
