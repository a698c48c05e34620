import type { Style } from '../../sheet/index.ts'
import type { GlyphRun, Layout } from '../layout.ts'
import type { PlainRun } from '../measure/plain-shaping.ts'
import { bareStyle, plainRunsOf } from '../place/plain-layout.ts'

/** Neighboring letters of a text in one style and face, whichever lines they are on. */
export interface LetterStretch {
  /** Start offset in the layout's text. */
  readonly start: number
  /** End offset, in UTF-16 code units. */
  readonly end: number
  readonly style: Style
  /** Id of its face. */
  readonly face: string
  readonly styleNames?: readonly string[] | undefined
  readonly link?: string | undefined
  readonly action?: string | undefined
}

/**
 * The letters of a layout in the order of its text; undefined where it shows more than them: boxes,
 * leaders, hyphens, markers, an ellipsis, or spaces that justifying widened. For most texts no glyphs
 * are made.
 */
export function letterStretches(layout: Layout): readonly LetterStretch[] | undefined {
  const { text } = layout
  const sole = bareStyle(layout)
  if (sole) {
    const { style, styleNames, face } = sole
    return text === '' ? [] : [{ start: 0, end: text.length, style, styleNames, face: face.id }]
  }
  const plain = plainRunsOf(layout)
  if (plain) return joined(plain.map(ofPlainRun))
  if (layout.cut) return undefined
  const runs = layout.lines.flatMap(line => line.runs)
  return runs.every(isOfLetters) ? joined(runs) : undefined
}

const ofPlainRun = ({ start, end, own, item, link, action }: PlainRun): LetterStretch => {
  const { style, styleNames, face } = own
  return { start, end, style, styleNames, face: (item?.face ?? face).id, link, action }
}

const isOfLetters = ({ kind, wordGap, letterGap, rise, room, upright }: GlyphRun) =>
  kind === 'text' && rise === 0 && !wordGap && !letterGap && !room && !upright

/** Parts of a word on two lines, or of a style in two scripts, are one stretch. */
function joined(runs: readonly LetterStretch[]): readonly LetterStretch[] {
  const stretches: LetterStretch[] = []
  for (const { start, end, style, styleNames, face, link, action } of runs) {
    const last = stretches.at(-1)
    const goesOn =
      last?.style === style && last.face === face && last.link === link && last.action === action
    // Newlines between paragraphs belong to no run.
    if (last && goesOn) stretches[stretches.length - 1] = { ...last, end }
    else stretches.push({ start, end, style, styleNames, face, link, action })
  }
  return stretches
}
