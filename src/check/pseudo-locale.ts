import {
  type Catalog,
  defineCatalog,
  parseMarkup,
  type RichNode,
  type RichText,
  richToMarkup,
} from '../core.ts'
import { checkArgument, oneOf } from '../problem/index.ts'

/** Kind of pseudo text: accented, 40 percent longer, or mirrored. */
export type PseudoKind = 'accented' | 'longer' | 'mirrored'

/** Tags of CLDR for such locales; the longer one has none of its own. */
const tags: Readonly<Record<PseudoKind, string>> = {
  accented: 'en-XA',
  longer: 'en-XC',
  mirrored: 'ar-XB',
}

const accents: Readonly<Record<string, string>> = {
  ...Object.fromEntries(
    [...'aåbƀcçdðeéfƒgĝhĥiîjĵkķlļmɱnñoöpþqǫrŕsštţuûvṽwŵxẋyýzž'.matchAll(/(.)(.)/gu)].map(
      ([, letter, accented]) => [letter, accented],
    ),
  ),
  ...Object.fromEntries(
    [...'AÅBƁCÇDÐEÉFƑGĜHĤIÎJĴKĶLĻMṀNÑOÖPÞQǪRŔSŠTŢUÛVṼWŴXẊYÝZŽ'.matchAll(/(.)(.)/gu)].map(
      ([, letter, accented]) => [letter, accented],
    ),
  ),
}

/** Words of Hebrew for those of the source: as long, and from right to left. */
const mirrored = 'אבגדהוזחטיכלמנסעפצקרשת'

/**
 * A catalog of a language that nobody speaks, made from another: markup, values and links stay as
 * they are, so that trouble is found before anything is translated (Unicode CLDR, pseudo-locales).
 */
export function pseudoCatalog(source: Catalog, kind: PseudoKind): Catalog {
  checkArgument('pseudoCatalog', 'kind', kind, oneOf('accented', 'longer', 'mirrored'))
  const strange = (text: RichText): RichText => {
    const { values, ...plain } = changed(text, kind)
    const { rich } = parseMarkup(richToMarkup(plain))
    return values ? { ...rich, values } : rich
  }
  return defineCatalog(Object.fromEntries(source.keys.map(key => [key, key])), {
    language: tags[kind],
    source: `${kind} texts`,
    syntax: key => ({
      values: source.placeholdersOf(key),
      problems: [],
      text: values => strange(source.text(key, values)),
      cases: values => source.cases(key, values).map(strange),
    }),
  })
}

/** Without recursion over how deep its spans are. */
function changed(text: RichText, kind: PseudoKind): RichText {
  interface Level {
    readonly nodes: readonly RichNode[]
    readonly made: RichNode[]
    at: number
  }
  const levels: Level[] = [{ nodes: text.children, made: [], at: 0 }]
  for (;;) {
    const level = levels[levels.length - 1]
    const node = level.nodes[level.at]
    if (!node) {
      levels.pop()
      const outer = levels[levels.length - 1]
      if (!outer) return { ...text, children: level.made }
      const span = outer.nodes[outer.at++]
      if (span.kind === 'span') outer.made.push({ ...span, children: level.made })
    } else if (node.kind === 'span') levels.push({ nodes: node.children, made: [], at: 0 })
    else {
      level.made.push(node.kind === 'text' ? { ...node, text: words(node.text, kind) } : node)
      level.at++
    }
  }
}

function words(text: string, kind: PseudoKind): string {
  if (kind === 'accented') return text.replace(/[A-Za-z]/g, letter => accents[letter] ?? letter)
  if (kind === 'mirrored') {
    return text.replace(
      /[A-Za-z]/g,
      letter => mirrored[letter.toLowerCase().charCodeAt(0) % mirrored.length],
    )
  }
  // Words are longer as translations are: each by two fifths of its letters.
  return text.replace(/\p{L}{2,}/gu, word => {
    const more = Math.ceil(word.length * 0.4)
    return word + word.slice(-more).toLowerCase()
  })
}
