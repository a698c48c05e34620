'use client'

import {
  type CSSProperties,
  createElement,
  type ReactElement,
  type ReactNode,
  useEffect,
  useRef,
} from 'react'
import { setTextData, type TextProps, textAttributes } from '../components/index.ts'
import type { Layout, Sheet } from '../core.ts'
import type { DotLineElement, TextAction } from '../screen/index.ts'

/** Properties of `Text`: those of the element `<dot-line>`, and usual ones of React. */
export interface ReactTextProps<S extends string = string> extends TextProps<S> {
  /** Its class. */
  readonly className?: string
  /** Declarations of its own. */
  readonly style?: CSSProperties
  /** BCP 47 tag of its language. */
  readonly lang?: string
  /** Its direction. */
  readonly dir?: 'ltr' | 'rtl'
  /** Its id. */
  readonly id?: string
  /** Content in place of markup. */
  readonly children?: ReactNode
}

/**
 * A text of a page in React 18 and 19: `<dot-line>` with properties that are checked. On a server it is
 * the element alone; `renderPage` of `dot-line/server` puts the text into it.
 *
 * @example
 * createElement(Text, { textStyle: 'body', markup: 'Boats are ~strong[late]' })
 * @see `textFor`, `renderPage`
 */
export function Text<S extends string = string>(props: ReactTextProps<S>): ReactElement {
  const { rich, values, onAction, onLayout, children, className, style, lang, dir, id } = props
  const element = useRef<DotLineElement>(null)
  useEffect(() => {
    const data = { ...(rich && { rich }), ...(values && { values }) }
    if (element.current) setTextData(element.current, data)
  }, [rich, values])
  useEffect(() => {
    const { current } = element
    if (!current) return
    const acted = ({ detail }: CustomEvent<TextAction>) => onAction?.(detail)
    const laidOut = ({ detail }: CustomEvent<{ readonly layout: Layout }>) =>
      onLayout?.(detail.layout)
    current.addEventListener('text-action', acted)
    current.addEventListener('text-layout', laidOut)
    return () => {
      current.removeEventListener('text-action', acted)
      current.removeEventListener('text-layout', laidOut)
    }
  }, [onAction, onLayout])
  return createElement(
    'dot-line',
    {
      ref: element,
      ...textAttributes(props),
      class: className,
      ...{ style, lang, dir, id },
      suppressHydrationWarning: true,
      // A server may have put its text into the element; React leaves that alone.
      ...(children === undefined && { dangerouslySetInnerHTML: { __html: '' } }),
    },
    children,
  )
}

/**
 * `Text` with the style names of a sheet: others are compile errors.
 *
 * @param _sheet The sheet that the texts are provided with.
 * @returns `Text`, typed by it.
 * @example
 * const BoatText = textFor(sheet)
 */
export function textFor<S extends string>(_sheet: Sheet<S, string, string>) {
  return Text<S>
}
