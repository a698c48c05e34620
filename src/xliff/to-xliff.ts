import type { Catalog } from '../core.ts'
import { xmlText } from '../notation/index.ts'
import { aCatalog, aLanguage, checkArgument, checkOptions, fail } from '../problem/index.ts'
import { type Inline, inlineOf, spanEnd } from './inline-codes.ts'

/** Options of `toXliff`. */
export interface XliffTarget {
  /** The existing translation. */
  readonly catalog?: Catalog
  /** Language of the translation, a BCP 47 tag. Default: that of the catalog. */
  readonly language?: string
}

/**
 * The texts of a catalog for translators: XLIFF 2.0 (OASIS; ISO 21720), one unit a text, named by
 * its key. Spans and values are inline codes with their original data, so that a translation keeps
 * them. Throws `bad-argument` if a language is unknown.
 *
 * @param source The original catalog.
 * @param target The existing translation, or its language.
 * @returns XLIFF source.
 * @throws `bad-argument`
 * @example
 * toXliff(en, { catalog: de })
 */
export function toXliff(source: Catalog, target: XliffTarget = {}): string {
  checkArgument('toXliff', 'source', source, aCatalog)
  checkOptions('toXliff', target, { catalog: aCatalog, language: aLanguage })
  const { catalog } = target
  const from = source.language
  const into = target.language ?? catalog?.language
  if (from === undefined) return noLanguage('the source', 'readCatalog(json, { language })')
  if (into === undefined) return noLanguage('the target', 'toXliff(source, { language })')
  const units = source.keys.map((key, i) => unit(key, i + 1, source, catalog))
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n' +
    `<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.0" srcLang="${from}" trgLang="${into}">\n` +
    `  <file id="texts" xml:space="preserve">\n${units.join('')}  </file>\n</xliff>\n`
  )
}

const noLanguage = (which: string, hint: string): never =>
  fail('bad-argument', `toXliff needs the language of ${which}`, { hint })

function unit(key: string, number: number, source: Catalog, target: Catalog | undefined): string {
  const codes = unitCodes()
  const isDone = target?.has(key) === true
  const inlines = inlineOf(source.text(key))
  const translation = isDone ? inlineOf(target.text(key)) : undefined
  const words = content(inlines, codes.of(), translation && codesIn(translation))
  const translated = translation && content(translation, codes.of())
  const data = codes.data()
  return (
    `    <unit id="u${number}" name="${attributeText(key)}">\n` +
    (data.length === 0 ? '' : `      <originalData>${data.join('')}</originalData>\n`) +
    `      <segment${isDone ? ' state="translated"' : ''}><source>${words}</source>` +
    `${translated === undefined ? '' : `<target>${translated}</target>`}</segment>\n    </unit>\n`
  )
}

/** Codes of one unit: the same in source and target have the same id. */
function unitCodes() {
  const datas = new Map<string, string>()
  const originalData: { readonly data: string; readonly id: number }[] = []
  const refOf = (data: string) => {
    const entry = datas.get(data)
    if (entry !== undefined) return entry
    const ref = `d${datas.size + 1}`
    datas.set(data, ref)
    return ref
  }
  return {
    of() {
      const free = [...originalData]
      return {
        endRef: () => refOf(spanEnd),
        codeOf(data: string) {
          const at = free.findIndex(code => code.data === data)
          const code = at >= 0 ? free.splice(at, 1)[0] : { data, id: originalData.length + 1 }
          if (at < 0) originalData.push(code)
          return { id: code.id, ref: refOf(data) }
        },
      }
    },
    data: () => [...datas].map(([data, id]) => `<data id="${id}">${written(data)}</data>`),
  }
}

type Codes = ReturnType<ReturnType<typeof unitCodes>['of']>

const codesIn = (inlines: readonly Inline[]): string[] =>
  inlines.flatMap(one => (one.kind === 'text' || one.kind === 'close' ? [] : one.data))

/**
 * A text with its codes inline. A code may be deleted (XLIFF 2.0, 4.3.1.5) only if the translation at
 * hand does without it, because that has an address of its own, say.
 */
function content(
  inlines: readonly Inline[],
  { codeOf, endRef }: Codes,
  translated?: readonly string[],
): string {
  let content = ''
  const left = translated && [...translated]
  const canDelete = (data: string): 'yes' | 'no' => {
    const at = left?.indexOf(data)
    if (at === undefined) return 'no'
    if (at >= 0) left?.splice(at, 1)
    return at >= 0 ? 'no' : 'yes'
  }
  for (const inline of inlines) {
    if (inline.kind === 'text') content += written(inline.text)
    else if (inline.kind === 'close') content += '</pc>'
    else if (inline.kind === 'placeholder') {
      const { id, ref } = codeOf(inline.data)
      content += `<ph id="${id}" dataRef="${ref}" disp="${attributeText(inline.data)}" canDelete="${canDelete(inline.data)}"/>`
    } else {
      const { id, ref } = codeOf(inline.data)
      const type = inline.isLink ? 'link' : 'fmt'
      content += `<pc id="${id}" type="${type}" dataRefStart="${ref}" dataRefEnd="${endRef()}" canDelete="${canDelete(inline.data)}">`
    }
  }
  return content
}

/** Writes characters that XML 1.0 forbids (2.2) as code points (XLIFF 2.0, 4.2.3.1). */
const written = (text: string) =>
  text
    .split(notInXml)
    .map((piece, i) => (i % 2 === 0 ? xmlText(piece) : `<cp hex="${hexOf(piece)}"/>`))
    .join('')

const notInXml = /([\u0000-\u0008\u000b-\u001f\ufffe\uffff]|\p{Surrogate})/u

/** White space of an attribute stays what it is (XML 1.0, 3.3.3). */
const attributeText = (text: string) =>
  xmlText(text).replace(/[\t\n\r]/g, space => `&#${space.charCodeAt(0)};`)

const hexOf = (character: string) =>
  character.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')
