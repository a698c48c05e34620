import type { Style } from '../../sheet/index.ts'

/** A face and a style that a layout uses. */
export interface UsedFace {
  /** Id of its face; `faceOf` returns the face. */
  readonly face: string
  /** With nothing left open. */
  readonly style: Style
}
