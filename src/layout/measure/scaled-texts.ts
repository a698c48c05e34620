import type { InlineBoxItem } from '../../markup/index.ts'
import type { ShapedParagraph, StyledRun } from '../../shaping/index.ts'
import { type Style, scaledStyle } from '../../sheet/index.ts'
import type { LayoutTools } from './layout-tools.ts'
import { type Breakable, breakable } from './stops.ts'

/** Texts so many times as large. Glyphs are in font units: nothing is shaped again. */
export function scaledTexts(
  texts: readonly Breakable[],
  ratio: number,
  tools: LayoutTools,
): readonly Breakable[] {
  const styles = new Map<Style, Style>()
  const scaled = (style: Style) => {
    const known = styles.get(style) ?? scaledStyle(style, ratio)
    styles.set(style, known)
    return known
  }
  return texts.map(({ paragraph }) => breakable(scaledParagraph(paragraph, ratio, scaled), tools))
}

function scaledParagraph(
  paragraph: ShapedParagraph,
  ratio: number,
  scaled: (style: Style) => Style,
): ShapedParagraph {
  const { ellipsis } = paragraph
  const scaledRun = (run: StyledRun) => ({
    ...run,
    style: scaled(run.style),
    ...(run.box && { box: scaledObject(run.box, ratio) }),
  })
  return {
    ...paragraph,
    style: scaled(paragraph.style),
    runs: paragraph.runs.map(scaledRun),
    ...(ellipsis && { ellipsis: { ...ellipsis, runs: ellipsis.runs.map(scaledRun) } }),
    glyphRuns: paragraph.glyphRuns.map(run => ({
      ...run,
      size: run.size * ratio,
      ...(run.box && { box: scaledObject(run.box, ratio) }),
    })),
  }
}

/** An object so many times as large. */
export function scaledObject(object: InlineBoxItem, ratio: number): InlineBoxItem {
  if (ratio === 1) return object
  const { width, height, baseline } = object
  return { ...object, width: width * ratio, height: height * ratio, baseline: baseline * ratio }
}
