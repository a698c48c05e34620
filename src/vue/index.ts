import { type FunctionalComponent, h, type VNode } from 'vue'
import { setTextData, type TextProps, textAttributes } from '../components/index.ts'
import type { Layout, Sheet } from '../core.ts'
import type { TextAction } from '../screen/index.ts'

/** Events of `Text`. */
export type VueTextEvents = {
  /** An action of it was used. */
  action: (action: TextAction) => void
  /** It was laid out. */
  layout: (layout: Layout) => void
}

/** `Text`, with the style names of a sheet. */
export type VueText<S extends string = string> = FunctionalComponent<TextProps<S>, VueTextEvents>

const names = [
  ...[
    'textStyle',
    'markup',
    'streaming',
    'message',
    'rich',
    'values',
    'maxLines',
    'height',
    'open',
    'fit',
  ],
  ...['overrides', 'ellipsis', 'align', 'alignWrapped', 'paint', 'tooltip', 'tree'],
]
const events: (keyof VueTextEvents)[] = ['action', 'layout']

function component<S extends string>(): VueText<S> {
  const text = (props: TextProps<S>, { emit, slots }: Parameters<VueText<S>>[1]): VNode => {
    // A caret makes it an attribute, whatever properties the element has.
    const attributes = Object.entries(textAttributes(props)).map(([name, value]) => [
      `^${name}`,
      value === true ? '' : value,
    ])
    const setData = ({ el }: VNode) => el && setTextData(el, props)
    return h(
      'dot-line',
      {
        ...Object.fromEntries(attributes),
        onTextAction: ({ detail }: CustomEvent<TextAction>) => emit('action', detail),
        onTextLayout: ({ detail }: CustomEvent<{ readonly layout: Layout }>) =>
          emit('layout', detail.layout),
        onVnodeMounted: setData,
        onVnodeUpdated: setData,
      },
      slots.default?.(),
    )
  }
  return Object.assign(text, { props: names, emits: events, displayName: 'Text' })
}

/**
 * A text of a page in Vue 3: `<dot-line>` with properties that are checked. On a server it is the element
 * alone; `renderPage` of `dot-line/server` puts the text into it.
 *
 * @example
 * h(Text, { textStyle: 'body', markup: 'Boats are ~strong[late]' })
 * @see `textFor`, `renderPage`
 */
export const Text: VueText = component()

/**
 * `Text` with the style names of a sheet: others are compile errors.
 *
 * @param _sheet The sheet that the texts are provided with.
 * @returns `Text`, typed by it.
 * @example
 * const BoatText = textFor(sheet)
 */
export function textFor<S extends string>(_sheet: Sheet<S, string, string>): VueText<S> {
  return component()
}
