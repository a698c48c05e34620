import { base64 } from '../../drawing/index.ts'
import type { Face } from '../../fonts/index.ts'
import type { Layout, Line, LineRun } from '../../layout/index.ts'
import { fail, type Problem, warningProblem } from '../../problem/index.ts'
import { isVertical } from '../../sheet/index.ts'
import { missingEffects } from './effects.ts'
import { htmlText } from './html-text.ts'
import { px, type Rules, rules } from './rules.ts'
import { runElement } from './run-element.ts'

export interface HtmlTargetOptions {
  /** Where a face's font file is fetched from; without it the file is in the stylesheet. */
  readonly fontUrl?: (face: Face) => string
  /** What the names of classes and families begin with. Those of two stylesheets must differ. */
  readonly prefix?: string
}

export interface HtmlOutput {
  /** One element. Nothing in it is a style: that is all in the stylesheet. */
  readonly html: string
  /** To be added with a nonce, as a file, or by CSSOM. */
  readonly css: string
  /** What the layout asks for that real text is not painted with. */
  readonly problems: readonly Problem[]
}

/**
 * A layout as real text: one flow of inline elements, to be selected, searched, copied and read
 * out, its lines where they are everywhere else. Throws on vertical text.
 */
export function toHtml(layout: Layout, options: HtmlTargetOptions = {}): HtmlOutput {
  const { fontUrl = embedded, prefix = 'line' } = options
  if (isVertical(layout.writingMode)) {
    fail('vertical-html', 'vertical text is not written as HTML yet', { hint: 'toSvg() writes it' })
  }
  const sheet = rules(prefix, fontUrl)
  const { width, height } = layout
  const block = sheet.classOf(
    `width:${px(width)};height:${px(height)};margin:0;white-space:pre;font-size:0;line-height:0;` +
      'text-align:start;text-indent:0;letter-spacing:0;word-spacing:0',
  )
  let bottom = 0
  const body = layout.lines.map((line, i) => {
    const above = bottom
    bottom = line.top + line.height
    return lineElement(layout, line, layout.lines[i + 1], above, sheet)
  })
  const language = htmlText(layout.style.language)
  const html = `<div class="${block}" dir="ltr" lang="${language}">${body.join('')}</div>`
  const problems = missingEffects(layout.lines.flatMap(line => line.runs))
  if (layout.style.frame !== 'none') {
    problems.push(warningProblem('not-drawn', 'HTML does not show the frame of a text'))
  }
  return { html, css: sheet.css(), problems }
}

function embedded(face: Face): string {
  return `data:font/sfnt;base64,${base64(face.bytes)}`
}

/**
 * What stands before a line makes room beside it and above it; what stands behind one that wraps
 * ends it. Both are generated: neither is in the text. A newline that ends a paragraph is.
 */
function lineElement(
  layout: Layout,
  line: Line,
  next: Line | undefined,
  above: number,
  sheet: Rules,
): string {
  const { x, height, top, baseline, level, runs } = line
  // Spaces that hang at its end stand on its right (UAX #9, L1): all of it runs left to right.
  const left = runs.reduce(
    (least, run) => (isMarker(run, line) ? Math.min(least, run.x) : least),
    x,
  )
  const below = top + height - baseline
  const isBroken =
    next !== undefined && layout.text[next.start - 1] === '\n' && next.start > line.end
  const before =
    `content:"";display:inline-block;width:${px(Math.max(0, left))};` +
    `margin-left:${px(Math.min(0, left))};height:${px(top + height - above)};` +
    `vertical-align:${px(-below)}`
  const after = next && !isBroken ? 'content:"\\a"' : ''
  const name = sheet.classOf('', before, after)
  const separator = layout.text[line.end - 1] === '\u2028' ? '\u2028' : ''
  const content = levelled(runs, level, line, sheet) + separator
  const inner = level % 2 === 1 ? `<span dir="rtl">${content}</span>` : content
  return `<span class="${name}">${inner}</span>${isBroken ? '\n' : ''}`
}

/** Whether a run stands before a line's text, and is none of it. */
const isMarker = (run: LineRun, { start }: Line) => run.start === run.end && run.start === start

/** Runs of a level, and those above it in elements of their own: the browser reorders nothing else. */
function levelled(runs: readonly LineRun[], base: number, line: Line, sheet: Rules): string {
  let html = ''
  for (let i = 0; i < runs.length; ) {
    const { level } = runs[i]
    if (level <= base) {
      html += runElement(runs[i], gapBefore(runs, i, line), sheet)
      i++
      continue
    }
    let end = i
    while (end < runs.length && runs[end].level > base) end++
    const direction = (base + 1) % 2 === 1 ? 'rtl' : 'ltr'
    const name = sheet.classOf(`unicode-bidi:isolate;direction:${direction}`)
    html += `<span class="${name}">${levelled(runs.slice(i, end), base + 1, line, sheet)}</span>`
    i = end
  }
  return html
}

/** A list's marker has room behind it. */
function gapBefore(runs: readonly LineRun[], index: number, line: Line): number {
  const before = runs[index - 1]
  if (!before || !isMarker(before, line) || isMarker(runs[index], line)) return 0
  const run = runs[index]
  return line.level % 2 === 1 ? before.x - run.x - run.width : run.x - before.x - before.width
}
