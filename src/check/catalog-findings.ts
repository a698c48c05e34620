import type { Catalog } from '../core.ts'
import type { Finding } from './finding.ts'
import { type FindingCode, findingKinds } from './finding.ts'
import { type TextFacts, textFacts } from './text-facts.ts'

/** Findings about texts themselves, at any place, compared with the first catalog. */
export function* catalogFindings(source: Catalog, catalog: Catalog): Generator<Finding> {
  const language = catalog.language ?? ''
  const findingOf = (code: FindingCode, key: string, message: string): Finding => {
    const location = catalog.locationOf(key) ?? source.locationOf(key)
    return {
      code,
      severity: findingKinds[code],
      message,
      place: '',
      key,
      language,
      ...(location !== undefined && { location }),
      situations: [],
    }
  }
  for (const { message, code, location } of catalog.problems) {
    yield { ...findingOf('bad-text', '', `${code}: ${message}`), ...(location && { location }) }
  }
  for (const key of source.keys) {
    if (!catalog.has(key)) {
      yield findingOf('missing-key', key, `there is no text in '${language}'`)
      continue
    }
    const facts = textFacts(catalog, key)
    if (catalog !== source) {
      const given = textFacts(source, key)
      const spans = difference(facts.spans, given.spans)
      if (spans)
        yield findingOf('span-differs', key, `its spans are not those of the source: ${spans}`)
      const values = difference(facts.values, given.values)
      if (values)
        yield findingOf('value-differs', key, `its values are not those of the source: ${values}`)
      const targets = difference(targetsOf(facts), targetsOf(given))
      if (targets) {
        yield findingOf('link-differs', key, `its links are not those of the source: ${targets}`)
      }
    }
    const targets = new Map<string, string>()
    for (const { target, words } of facts.links) {
      if (words === '') {
        yield findingOf('empty-link', key, `a link has no words (${target})`)
        continue
      }
      const other = targets.get(words)
      if (other !== undefined && other !== target) {
        yield findingOf('same-link-words', key, `two links that lead elsewhere say '${words}'`)
      }
      targets.set(words, target)
    }
  }
}

/**
 * Targets of links, as often as they occur; addresses of one language only are values of its
 * catalog.
 */
const targetsOf = ({ links }: TextFacts) => links.map(({ target }) => target).sort()

/** The difference of two lists, in words; undefined if they are alike. */
function difference(own: readonly string[], given: readonly string[]): string | undefined {
  const more = without(own, given)
  const less = without(given, own)
  const parts = [
    ...(more.length > 0 ? [`more ${more.join(', ')}`] : []),
    ...(less.length > 0 ? [`no ${less.join(', ')}`] : []),
  ]
  return parts.length > 0 ? parts.join('; ') : undefined
}

function without(list: readonly string[], others: readonly string[]): readonly string[] {
  const rest = [...others]
  return list.filter(name => {
    const at = rest.indexOf(name)
    if (at >= 0) rest.splice(at, 1)
    return at < 0
  })
}
