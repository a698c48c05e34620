import { laterPart } from './later-part.ts'

/** What writes lines that each have a place of their own, and tooltips. */
export const exactPart = laterPart(
  () => import('./exact-part.ts'),
  'texts that are cut, painted or vertical cannot be shown, nor can tooltips',
)

/** What reads elements that stand in a text. */
export const nodesPart = laterPart(
  () => import('../markup/from-nodes.ts'),
  'elements in a text cannot be read: it is shown without them',
)

/** What styles fields and buttons of the page. */
export const fieldsPart = laterPart(
  () => import('./field-styles.ts'),
  'fields of the page have no styles of the sheet',
)
