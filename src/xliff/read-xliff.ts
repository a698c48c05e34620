import { type Catalog, type CatalogOptions, defineCatalog } from '../core.ts'
import {
  aString,
  checkArgument,
  checkOptions,
  DotLineError,
  errorProblem,
  isLanguage,
  oneOf,
  type Problem,
  pathText,
  type SourceLocation,
} from '../problem/index.ts'
import { readElements, type XmlElement } from './read-elements.ts'
import { childrenOf, unitMarkup } from './unit-markup.ts'

/** Options of `readXliff`. */
export interface XliffOptions {
  /** Name of the file in problems. */
  readonly source?: string
  /** `throw` (the default) throws all mistakes at once; `collect` lists them in `problems`. */
  readonly problems?: CatalogOptions['problems']
}

/** The texts of a file that came back from translators. */
export interface XliffTexts {
  /** The original texts. */
  readonly source: Catalog
  /** The translated texts; untranslated keys are missing. */
  readonly target: Catalog
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

const namespace = /^urn:oasis:names:tc:xliff:document:2\.[0-9]$/

/**
 * Reads XLIFF 2 (OASIS; ISO 21720) into catalogs in markup. Throws `bad-xml`, `bad-xliff`, and
 * `lost-code` if a translation lost a span or a value, each with its place.
 *
 * @returns Both catalogs, and problems.
 * @throws `bad-xml`, `bad-xliff`, `lost-code`
 * @example
 * readXliff(xml, { source: 'de.xlf' }).target
 */
export function readXliff(xml: string, options: XliffOptions = {}): XliffTexts {
  checkArgument('readXliff', 'xml', xml, aString)
  checkOptions('readXliff', options, { source: aString, problems: oneOf('throw', 'collect') })
  const { source = 'XLIFF', problems: mode = 'throw' } = options
  const root = readElements(xml, source, uri => namespace.test(uri))
  if (root.name !== 'xliff') {
    const hint = 'the root is <xliff xmlns="urn:oasis:names:tc:xliff:document:2.0">'
    throw new DotLineError(
      errorProblem('bad-xliff', `${source} is not XLIFF 2`, { location: root.location, hint }),
    )
  }
  const problems: Problem[] = []
  const given: Record<'source' | 'target', Map<string, string>> = {
    source: new Map(),
    target: new Map(),
  }
  const places = new Map<string, SourceLocation>()
  for (const unit of unitsIn(root)) {
    const key = unit.attributes.name ?? unit.attributes.id ?? ''
    const { location } = unit
    if (key === '' || places.has(key)) {
      const message = key === '' ? 'a unit has no name and no id' : `duplicate key '${key}'`
      problems.push(
        errorProblem(key === '' ? 'bad-xliff' : 'duplicate-name', message, { location }),
      )
      continue
    }
    places.set(key, location)
    const texts = unitMarkup(unit, key)
    problems.push(...texts.problems)
    given.source.set(key, texts.source)
    if (texts.target !== undefined) given.target.set(key, texts.target)
  }
  const catalogOf = (which: 'source' | 'target', attribute: string): Catalog => {
    const language = languageOf(root, attribute, problems)
    const read = defineCatalog(Object.fromEntries(given[which]), {
      problems: 'collect',
      source,
      ...(language !== undefined && { language }),
    })
    const placeOf = new Map([...places].map(([key, at]) => [`${source} ${pathText([key])}`, at]))
    const unitProblems = read.problems.map(problem => ({
      ...problem,
      location: placeOf.get(String(problem.location)) ?? root.location,
    }))
    problems.push(...unitProblems)
    return {
      ...read,
      problems: unitProblems,
      locationOf: key => (read.has(key) ? places.get(key) : undefined),
    }
  }
  const texts = { source: catalogOf('source', 'srcLang'), target: catalogOf('target', 'trgLang') }
  const wrong = problems.find(({ severity }) => severity === 'error')
  if (wrong && mode === 'throw') throw new DotLineError(wrong, problems)
  return { ...texts, problems }
}

/** In files and groups of any depth. */
function* unitsIn(root: XmlElement): Generator<XmlElement> {
  const waiting: XmlElement[] = [root]
  for (let at = waiting.pop(); at; at = waiting.pop()) {
    if (at.name === 'unit') yield at
    else for (const child of childrenOf(at).reverse()) waiting.push(child)
  }
}

function languageOf(
  { attributes, location }: XmlElement,
  name: string,
  problems: Problem[],
): string | undefined {
  const language = attributes[name]
  if (language !== undefined && isLanguage(language)) return language
  // A file that nobody translated yet needs no target language (XLIFF 2.0, 4.3.1.34).
  if (language === undefined && name === 'trgLang') return undefined
  const what = language === undefined ? `${name} is missing` : `'${language}' is no language tag`
  problems.push(errorProblem('bad-xliff', what, { location, hint: 'a BCP 47 tag, such as el' }))
  return undefined
}
