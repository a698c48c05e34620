import { defineElements } from './define-elements.ts'

export type { RowAttributes, TextAttributes, TextElements } from './element-types.ts'
export type { TextAction } from './link-actions.ts'
export { provideText } from './provide-text.ts'
export type { TextProvider, TextProvision } from './provided.ts'
export type { ReaderPreferences } from './reader-preferences.ts'
export { DotLineElement } from './text-element.ts'
export { DotLineRowElement } from './text-row.ts'

defineElements()
