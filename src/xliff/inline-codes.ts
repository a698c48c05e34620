import { type RichNode, type RichText, richToMarkup, type SpanNode } from '../core.ts'

/** The content of a segment: text, or the effect of markup on it. */
export type Inline =
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'placeholder'; readonly data: string }
  | { readonly kind: 'open'; readonly data: string; readonly isLink: boolean }
  | { readonly kind: 'close' }

/** A text in its order, without recursion over how deep its spans are. */
export function inlineOf(text: RichText): readonly Inline[] {
  const codes: Inline[] = []
  const waiting: (RichNode | 'close')[] = [...text.children].reverse()
  for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
    if (node === 'close') codes.push({ kind: 'close' })
    else if (node.kind === 'text') codes.push({ kind: 'text', text: node.text })
    else if (node.kind === 'placeholder')
      codes.push({ kind: 'placeholder', data: `{${node.name}}` })
    else {
      const isLink = node.overrides.some(({ name }) => name === 'href' || name === 'action')
      codes.push({ kind: 'open', data: headOf(text, node), isLink })
      waiting.push('close', ...[...node.children].reverse())
    }
  }
  return codes
}

/** `~strong[`, as a printed span of its own has it. */
function headOf(text: RichText, span: SpanNode): string {
  const { values, ...plain } = text
  return richToMarkup({ ...plain, children: [{ ...span, children: [] }] }).slice(0, -1)
}

export const spanEnd = ']'
