import { escapeMarkup } from '../core.ts'
import { errorProblem, type Problem, type SourceLocation } from '../problem/index.ts'
import type { XmlElement } from './read-elements.ts'

/** A unit's texts in markup, and what is wrong with them. */
interface UnitTexts {
  readonly source: string
  /** Undefined where not all of it is translated. */
  readonly target: string | undefined
  readonly problems: readonly Problem[]
}

export const childrenOf = ({ children }: XmlElement): XmlElement[] =>
  children.filter(child => typeof child !== 'string')

/** An inline code: what it stands for, and whether a translation may do without it. */
interface Code {
  readonly data: string
  readonly canDelete: boolean
}

const codeOf = ({ attributes }: XmlElement, data: string): Code => ({
  data,
  canDelete: attributes.canDelete === 'yes',
})

/** Puts a unit's segments together, inline codes by what its original data says of them. */
export function unitMarkup(unit: XmlElement, key: string): UnitTexts {
  const problems: Problem[] = []
  const report = (code: string, message: string, location: SourceLocation, hint?: string) =>
    problems.push(errorProblem(code, message, { location, ...(hint && { hint }) }))
  const parts = childrenOf(unit)
  const datas = new Map(
    parts
      .filter(({ name }) => name === 'originalData')
      .flatMap(childrenOf)
      .map(data => [data.attributes.id ?? '', charactersOf(data)]),
  )
  const segments = parts.filter(({ name }) => name === 'segment' || name === 'ignorable')
  if (!segments.some(({ name }) => name === 'segment')) {
    report('bad-xliff', `the unit of '${key}' has no segment`, unit.location)
  }
  const side = (which: 'source' | 'target') => {
    const codes: Code[] = []
    const pieces = segments.map((segment, i) => {
      const inner = childrenOf(segment)
      const element = inner.find(({ name }) => name === which)
      const order = Number(element?.attributes.order ?? i + 1)
      // Content between segments is not translated, and the same in both languages.
      const shown =
        element ??
        (segment.name === 'ignorable' ? inner.find(({ name }) => name === 'source') : undefined)
      return { order, text: shown && contentMarkup(shown, datas, codes, report, key) }
    })
    const isWhole = pieces.every(({ text }) => text !== undefined)
    const text = isWhole
      ? pieces
          .toSorted((a, b) => a.order - b.order)
          .map(piece => piece.text)
          .join('')
      : undefined
    return { text, codes }
  }
  const source = side('source')
  const target = side('target')
  if (target.text !== undefined) {
    const left = target.codes.map(({ data }) => data)
    for (const { data: code, canDelete } of source.codes) {
      const at = left.indexOf(code)
      if (at >= 0) left.splice(at, 1)
      else if (!canDelete) {
        const hint = 'a translator deleted or changed it'
        report('lost-code', `the translation of '${key}' has lost ${code}`, unit.location, hint)
      }
    }
  }
  return { source: source.text ?? '', target: target.text, problems }
}

/** All characters of an element, code points too. */
function charactersOf(element: XmlElement): string {
  return element.children
    .map(child => (typeof child === 'string' ? child : child.name === 'cp' ? codePoint(child) : ''))
    .join('')
}

function codePoint({ attributes }: XmlElement): string {
  const code = Number.parseInt(attributes.hex ?? '', 16)
  return code >= 0 && code <= 0x10ffff ? String.fromCodePoint(code) : '\ufffd'
}

type Tell = (code: string, message: string, location: SourceLocation, hint?: string) => void

/** Without recursion over how deep its spans are. */
function contentMarkup(
  content: XmlElement,
  datas: ReadonlyMap<string, string>,
  codes: Code[],
  report: Tell,
  key: string,
): string {
  let markup = ''
  const dataOf = (element: XmlElement, attribute: string) => {
    const ref = element.attributes[attribute]
    const data = ref === undefined ? undefined : datas.get(ref)
    if (data !== undefined) return data
    const message = `an inline code of '${key}' has no original data`
    report('lost-code', message, element.location, `<${element.name}> needs ${attribute}`)
    return ''
  }
  const waiting: (XmlElement | string | { readonly end: string })[] = [
    ...content.children,
  ].reverse()
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    if (typeof at === 'string') markup += escapeMarkup(at)
    else if ('end' in at) markup += at.end
    else if (at.name === 'cp') markup += escapeMarkup(codePoint(at))
    else if (at.name === 'ph' || at.name === 'sc') {
      const data = dataOf(at, 'dataRef')
      if (data !== '') codes.push(codeOf(at, data))
      markup += data
    } else if (at.name === 'ec') markup += dataOf(at, 'dataRef')
    else {
      // Notes of tools have words inside that belong to the text.
      const isSpan = at.name === 'pc'
      const start = isSpan ? dataOf(at, 'dataRefStart') : ''
      if (start !== '') codes.push(codeOf(at, start))
      markup += start
      waiting.push({ end: isSpan ? dataOf(at, 'dataRefEnd') : '' }, ...[...at.children].reverse())
    }
  }
  return markup
}
