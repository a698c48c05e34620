import { type Attribute, countIn, fitIn, unitsIn } from './element-attributes.ts'
import { ElementBase } from './element-base.ts'
import type { TreeKind } from './text-tree.ts'

/** Frameworks take a property away by setting it to undefined. */
function reflect(element: Element, name: Attribute, value: string | null | undefined) {
  if (value === null || value === undefined) element.removeAttribute(name)
  else element.setAttribute(name, value)
}

/** The properties of a text element that are its attributes (HTML, reflecting content attributes). */
export class ReflectedAttributes extends ElementBase {
  /** The name of a style of the sheet. */
  get textStyle(): string {
    return this.getAttribute('text-style') ?? ''
  }
  set textStyle(value: string) {
    reflect(this, 'text-style', value)
  }

  /** Its markup; null if the text comes from the catalog or its own content. */
  get markup(): string | null {
    return this.getAttribute('markup')
  }
  set markup(value: string | null) {
    reflect(this, 'markup', value)
  }

  /** Whether more of its markup is to come: what is unfinished at the end is no mistake, and not shown. */
  get streaming(): boolean {
    return this.hasAttribute('streaming')
  }
  set streaming(value: boolean) {
    this.toggleAttribute('streaming', value)
  }

  /** A key of the catalog. */
  get message(): string | null {
    return this.getAttribute('message')
  }
  set message(value: string | null) {
    reflect(this, 'message', value)
  }

  /** Maximum number of lines; more are truncated. */
  get maxLines(): number | undefined {
    return countIn(this.getAttribute('max-lines'))
  }
  set maxLines(value: number | undefined) {
    reflect(this, 'max-lines', value === undefined ? null : String(value))
  }

  /** Maximum height, in units: lines below are truncated. For vertical text, the length of its lines. */
  get height(): number | undefined {
    return unitsIn(this.getAttribute('height'))
  }
  set height(value: number | undefined) {
    reflect(this, 'height', value === undefined ? null : String(value))
  }

  /** Sets the text as large as it goes into its box, between two sizes in units. */
  get fit(): { readonly min: number; readonly max: number } | undefined {
    return fitIn(this.getAttribute('fit'))
  }
  set fit(value: { readonly min: number; readonly max: number } | string | undefined) {
    reflect(this, 'fit', typeof value === 'object' ? `${value.min} ${value.max}` : value)
  }

  /** Shows the whole text, whatever limits its lines. */
  get open(): boolean {
    return this.hasAttribute('open')
  }
  set open(value: boolean) {
    this.toggleAttribute('open', value)
  }

  /**
   * Markup shown in place of truncated text. An action in it shows the whole text, unless `text-action` is
   * prevented. Default: the ellipsis of its style.
   */
  get ellipsis(): string | null {
    return this.getAttribute('ellipsis')
  }
  set ellipsis(value: string | null) {
    reflect(this, 'ellipsis', value)
  }

  /**
   * The way it is painted: `text` (the default); or `svg` or `canvas`, with the text over it,
   * visually hidden.
   */
  get paint(): 'text' | 'svg' | 'canvas' {
    const value = this.getAttribute('paint')
    return value === 'svg' || value === 'canvas' ? value : 'text'
  }
  set paint(value: 'text' | 'svg' | 'canvas') {
    reflect(this, 'paint', value)
  }

  /** Where its words stand: out of reach of the page's styles, or `light`. Default: as its provider says. */
  get tree(): TreeKind | undefined {
    const value = this.getAttribute('tree')
    return value === 'shadow' || value === 'light' ? value : undefined
  }
  set tree(value: TreeKind | undefined) {
    reflect(this, 'tree', value)
  }

  /** Text of the tooltip, or `none`. Default: the whole text, if it was truncated. */
  get tooltip(): string | null {
    return this.getAttribute('tooltip')
  }
  set tooltip(value: string | null) {
    reflect(this, 'tooltip', value)
  }
}
