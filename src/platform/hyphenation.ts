import { type Hyphenation, type HyphenationPatterns, hyphenationOf } from '../layout/index.ts'
import {
  aString,
  checkArgument,
  fail,
  listOf,
  nearestName,
  unavailablePackage,
} from '../problem/index.ts'

type Loader = () => Promise<{ readonly default: { readonly patterns: HyphenationPatterns } }>

// Each is written out whole, because bundlers find modules by this very form.
const loaders = new Map<string, Loader>([
  ['af', () => import('hyphen/af/index.js')],
  ['be', () => import('hyphen/be/index.js')],
  ['bg', () => import('hyphen/bg/index.js')],
  ['ca', () => import('hyphen/ca/index.js')],
  ['cs', () => import('hyphen/cs/index.js')],
  ['cy', () => import('hyphen/cy/index.js')],
  ['da', () => import('hyphen/da/index.js')],
  ['de', () => import('hyphen/de/index.js')],
  ['el', () => import('hyphen/el/index.js')],
  ['en', () => import('hyphen/en/index.js')],
  ['en-gb', () => import('hyphen/en-gb/index.js')],
  ['es', () => import('hyphen/es/index.js')],
  ['et', () => import('hyphen/et/index.js')],
  ['eu', () => import('hyphen/eu/index.js')],
  ['fi', () => import('hyphen/fi/index.js')],
  ['fr', () => import('hyphen/fr/index.js')],
  ['ga', () => import('hyphen/ga/index.js')],
  ['gl', () => import('hyphen/gl/index.js')],
  ['hr', () => import('hyphen/hr/index.js')],
  ['hu', () => import('hyphen/hu/index.js')],
  ['hy', () => import('hyphen/hy/index.js')],
  ['is', () => import('hyphen/is/index.js')],
  ['it', () => import('hyphen/it/index.js')],
  ['ka', () => import('hyphen/ka/index.js')],
  ['la', () => import('hyphen/la/index.js')],
  ['lt', () => import('hyphen/lt/index.js')],
  ['lv', () => import('hyphen/lv/index.js')],
  ['mk', () => import('hyphen/mk/index.js')],
  ['nb', () => import('hyphen/nb/index.js')],
  ['nl', () => import('hyphen/nl/index.js')],
  ['nn', () => import('hyphen/nn/index.js')],
  ['pl', () => import('hyphen/pl/index.js')],
  ['pt', () => import('hyphen/pt/index.js')],
  ['ro', () => import('hyphen/ro/index.js')],
  ['ru', () => import('hyphen/ru/index.js')],
  ['sk', () => import('hyphen/sk/index.js')],
  ['sl', () => import('hyphen/sl/index.js')],
  ['sq', () => import('hyphen/sq/index.js')],
  ['sr', () => import('hyphen/sr/index.js')],
  ['sv', () => import('hyphen/sv/index.js')],
  ['tr', () => import('hyphen/tr/index.js')],
  ['uk', () => import('hyphen/uk/index.js')],
])

/** The patterns are many, and in a package of their own, which only those install who use them. */
async function patternsFrom(load: Loader): Promise<HyphenationPatterns> {
  const loaded = await load().catch((error: unknown) =>
    unavailablePackage('patterns for hyphenation', 'hyphen', error),
  )
  return loaded.default.patterns
}

/** Languages that words can be divided in, as BCP 47 tags. */
export const hyphenationLanguages: readonly string[] = [...loaders.keys()]

/**
 * Loads the patterns by which words of these languages are divided, for `typesetter`. A language
 * serves its regions too: `en` for `en-AU`. Throws `unknown-language`.
 */
export async function openHyphenation(...languages: readonly string[]): Promise<Hyphenation> {
  checkArgument('openHyphenation', 'languages', languages, listOf(aString))
  const loaded = await Promise.all(
    languages.map(async language => {
      const tag = language.toLowerCase()
      const load = loaders.get(tag) ?? loaders.get(tag.split('-')[0])
      if (!load) {
        fail('unknown-language', `there are no hyphenation patterns for '${language}'`, {
          nearest: nearestName(tag, loaders.keys()),
        })
      }
      return [tag, await patternsFrom(load)] as const
    }),
  )
  return hyphenationOf(new Map(loaded))
}
