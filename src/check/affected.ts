import type { Catalog, Sheet } from '../core.ts'
import type { TextPlace } from './place-list.ts'
import { textFacts } from './text-facts.ts'

/** A sheet and catalogs before a change; leave out what did not change. */
export interface Before {
  /** The sheet before the change. */
  readonly sheet?: Sheet
  /** The catalogs before the change, by language. */
  readonly catalogs?: readonly Catalog[]
}

/** A text at a place, or wherever it stands. */
interface Checked {
  readonly key: string
  readonly catalog: Catalog
  readonly place?: TextPlace
}

/**
 * Whether a change can affect a text: it is another now, its source is, or a style that it is set in. A change
 * of what all styles build on, or of a mode, affects every one.
 */
export function affectedBy(
  before: Before | undefined,
  sheet: Sheet,
  catalogs: readonly Catalog[],
): (checked: Checked) => boolean {
  if (!before) return () => true
  const styles = changedStyles(before.sheet, sheet)
  if (!styles) return () => true
  const [source] = catalogs
  const isChanged = (catalog: Catalog, key: string) => {
    const old = before.catalogs?.find(({ language }) => language === catalog.language)
    if (!old) return false
    if (!old.has(key) || !catalog.has(key)) return old.has(key) !== catalog.has(key)
    return sourceOf(old, key) !== sourceOf(catalog, key)
  }
  return ({ key, catalog, place }) => {
    if (isChanged(catalog, key) || (source && isChanged(source, key))) return true
    if (styles.size === 0 || !catalog.has(key)) return false
    const used = [place?.style ?? 'defaults', ...textFacts(catalog, key).spans]
    return used.some(name => styles.has(name))
  }
}

/** The styles that are others now; undefined if every text may be. */
function changedStyles(before: Sheet | undefined, sheet: Sheet): ReadonlySet<string> | undefined {
  if (!before) return new Set()
  const said = (value: unknown) =>
    JSON.stringify(value, (_, own) => (own instanceof Map ? [...own] : own))
  if (said(before.base) !== said(sheet.base)) return undefined
  if (said(before.definition().modes) !== said(sheet.definition().modes)) return undefined
  const isSame = (name: string) =>
    before.styleNames.includes(name) && said(before.style(name)) === said(sheet.style(name))
  return new Set(sheet.styleNames.filter(name => !isSame(name)))
}

const sourceOf = (catalog: Catalog, key: string) =>
  catalog
    .cases(key)
    .map(({ sourceText }) => sourceText)
    .join('\n')
