'use client'

import {
  type CSSProperties,
  createElement,
  type ReactElement,
  type ReactNode,
  useEffect,
  useRef,
} from 'react'
import type { Align, Layout, RichText, Sheet, StyleSource, Values } from '../core.ts'
import type { DotLineElement, TextAction } from '../screen/index.ts'

/** Properties of `Text`: those of the element `<dot-line>`, in the names of React. */
export interface TextProps<S extends string = string> {
  /** The name of a style. */
  readonly textStyle?: S
  /** Its markup. */
  readonly markup?: string
  /** A key of the catalog, in place of markup. */
  readonly message?: string
  /** Rich text, in place of markup. */
  readonly rich?: RichText
  /** Values for its placeholders, by name. */
  readonly values?: Values
  /** Maximum number of lines; more are truncated. */
  readonly maxLines?: number
  /** Maximum height, in units; lines below are truncated. */
  readonly height?: number
  /** Shows the whole text, whatever limits its lines. */
  readonly open?: boolean
  /** The least and the largest size, in units: the text is as large as it goes into its box. */
  readonly fit?: { readonly min: number; readonly max: number }
  /** Properties that override those of its style. */
  readonly overrides?: Omit<StyleSource, 'from'>
  /** The text shown in place of truncated text. */
  readonly ellipsis?: string
  /** Alignment of lines. Default: that of the style. */
  readonly align?: Align
  /** The same, where it has more than one line. */
  readonly alignWrapped?: Align
  /** The way it is painted. Default: `text`. */
  readonly paint?: 'text' | 'svg' | 'canvas'
  /** Text of the tooltip, or `none`. Default: the whole text, if it was truncated. */
  readonly tooltip?: string
  /** Called when an action of it is used. */
  readonly onAction?: (action: TextAction) => void
  /** Called after layout. */
  readonly onLayout?: (layout: Layout) => void
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
 * A text of a page in React 19: `<dot-line>` with properties that are checked. On a server it is
 * the element alone; `renderPage` of `dot-line/server` puts the text into it.
 *
 * @example
 * createElement(Text, { textStyle: 'body', markup: 'Boats are ~strong[late]' })
 * @see `textFor`, `renderPage`
 */
export function Text<S extends string = string>(props: TextProps<S>): ReactElement {
  const { rich, values, overrides, onAction, onLayout, children } = props
  const element = useRef<DotLineElement>(null)
  // What no attribute can hold is a property, from the first effect on.
  const isData = values !== undefined && Object.values(values).every(isPlain)
  useEffect(() => {
    if (element.current) element.current.rich = rich
  }, [rich])
  useEffect(() => {
    if (element.current && values && !isData) element.current.values = values
  }, [values, isData])
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
  const { textStyle, maxLines, alignWrapped, fit, open, className } = props
  const { markup, message, height, ellipsis, align, paint, tooltip, style, lang, dir, id } = props
  return createElement(
    'dot-line',
    {
      ref: element,
      'text-style': textStyle,
      'max-lines': maxLines,
      'align-wrapped': alignWrapped,
      fit: fit && `${fit.min} ${fit.max}`,
      open: open || undefined,
      // As attributes they are there before any script.
      values: isData ? JSON.stringify(values) : undefined,
      overrides: overrides && JSON.stringify(overrides),
      class: className,
      ...{ markup, message, height, ellipsis, align, paint, tooltip, style, lang, dir, id },
      suppressHydrationWarning: true,
      // A server may have put its text into the element; React leaves that alone.
      ...(children === undefined && { dangerouslySetInnerHTML: { __html: '' } }),
    },
    children,
  )
}

const isPlain = (value: unknown) => typeof value === 'string' || typeof value === 'number'

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
