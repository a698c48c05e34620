import { laterPart } from './later-part.ts'

/** What paints texts on canvases. */
export const canvasPart = laterPart(
  () => import('../targets/canvas/index.ts'),
  'texts on canvases cannot be painted, and are shown as text',
)
