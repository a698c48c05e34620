import { type BareLetters, faceOf, spacingOf, unitScale } from '../../drawing/index.ts'
import type { GlyphRun } from '../../layout/index.ts'
import { cssString, htmlText } from '../../notation/index.ts'
import { askedSize, letterDeclarations, pageSize, px, spacingText } from '../flow/index.ts'
import type { LinkPart } from './link-parts.ts'
import { type Rules, unheard } from './rules.ts'

/** A run, whether a picture shows it, what lies before it and behind it, and its hyphen. */
export interface RunPlace {
  readonly run: GlyphRun
  readonly isPainted: boolean
  readonly gap: number
  readonly behind: number
  readonly hyphen?: string | undefined
}

/**
 * A run as an element in the flow of its line. One that a picture shows is there to be read, searched and copied.
 */
export function runElement(
  { run, isPainted, gap, behind, hyphen }: RunPlace,
  rules: Rules,
  language: string,
  lowered: number,
): string {
  const { text, box: object, start, end, style } = run
  if (object) return objectElement(run, gap, behind, rules, lowered)
  const lang = style.language === language ? '' : ` lang="${htmlText(style.language)}"`
  const declarations = runDeclarations(run, isPainted, rules, lowered, hyphen)
  // Runs that look the same share a class, and have their spaces in another.
  const spacing = rules.classOf(spacingDeclarations(run, gap, behind))
  const leads = run.link !== undefined || run.action !== undefined
  // Marks and markers are of no text: what is generated is neither found nor copied.
  if (start === end && !leads) {
    return `<span class="${rules.classOf(declarations, `content:${cssString(text)}`)} ${spacing}"></span>`
  }
  // A box for a tab parts its line in two for the page's search. From right to left it has one all the
  // same: a tab alone takes the direction of all of the element, and parts the line there (UAX #9, L1).
  if (text === '\t') {
    const box = run.level % 2 === 1 ? 'display:inline-block;' : ''
    const room = `${box}tab-size:0;letter-spacing:0;margin-inline:${px(gap)} ${px(run.width + behind)}`
    return `<span class="${rules.classOf(`${declarations};${room}`)}">\t</span>`
  }
  // A page has letters of its own for what a face lacks: they must not move what follows.
  const isLacking = run.glyphs.glyphs.includes(0)
  const after = hyphen === undefined ? '' : unheard(cssString(hyphen))
  const look = rules.classOf(isLacking ? `${declarations};${asWide(run)}` : declarations, '', after)
  // Of an ellipsis that leads somewhere the letters are its name.
  const unselected = start === end ? ` ${rules.classOf('user-select:none')}` : ''
  const name = `${look} ${spacing}${unselected}`
  return `<span class="${name}"${lang}>${htmlText(text)}</span>`
}

/**
 * Runs that lead somewhere together, or do something, as an element. Of one that goes over several
 * lines the keyboard reaches the first part, which says all of it; the others can be pointed at.
 */
export function targetElement(
  run: GlyphRun,
  part: LinkPart | undefined,
  content: string,
  rules: Rules,
): string {
  const { link, action, text, style } = run
  // Its box is as high as its letters: it can be seen, pointed at and scrolled to.
  const font = run.box
    ? ''
    : `;font:${px(askedSize(style.size))}/0 ${cssString(rules.family(faceOf(run), text))}`
  const name = rules.classOf(`color:inherit;text-decoration:none${font}`)
  const data =
    (part ? ` data-dotline-link="${part.index}"` : '') +
    (action === undefined ? '' : ` data-dotline-action="${htmlText(action)}"`)
  const isLater = part?.isFirst === false
  const said = isLater
    ? ' aria-hidden="true"'
    : part && !part.isWhole
      ? ` aria-label="${htmlText(part.text)}"`
      : ''
  if (link !== undefined) {
    const reached = isLater ? ' tabindex="-1"' : ''
    return `<a class="${name}" href="${htmlText(link)}"${data}${said}${reached}>${content}</a>`
  }
  const reached = isLater ? '' : ' role="button" tabindex="0"'
  return `<span class="${name}"${data}${said}${reached}>${content}</span>`
}

const asWide = ({ width }: GlyphRun) =>
  `display:inline-block;inline-size:${px(width)};overflow:clip;overflow-clip-margin:1em`

function runDeclarations(
  run: GlyphRun,
  isPainted: boolean,
  rules: Rules,
  lowered: number,
  hyphen = '',
): string {
  const { style, rise } = run
  const face = faceOf(run)
  const family = rules.family(face, run.text + hyphen)
  const above = rise - lowered - (run.upright ? middleOf(run) : 0)
  return [
    letterDeclarations(style, face, family, isPainted, above),
    ...(run.upright ? ['text-orientation:upright'] : []),
    ...(isPair(run) ? ['text-combine-upright:all'] : []),
  ].join(';')
}

/**
 * Writes lines of letters of one style and face, of which nothing has to be known but their text: where the
 * browser has their size as it is, they come out as wide as they are. Undefined if it has another.
 */
export function bareRuns(
  { style, face }: BareLetters,
  rules: Rules,
): ((text: string) => string) | undefined {
  const { size, tracking, wordSpacing, baselineShift } = style
  if (pageSize(size) !== size) return undefined
  const classes = new Map<string, string>()
  return text => {
    const family = rules.family(face, text)
    let name = classes.get(family)
    if (name === undefined) {
      const spacing = rules.classOf(spacingText(tracking * size, wordSpacing * size))
      const look = letterDeclarations(style, face, family, false, baselineShift * size)
      name = `${rules.classOf(look)} ${spacing}`
      classes.set(family, name)
    }
    return `<span class="${name}">${htmlText(text)}</span>`
  }
}

/** Two figures beside each other in the place of one letter. */
const isPair = ({ upright, text, style }: GlyphRun) =>
  upright === true && style.combineDigits && /^[0-9]{2}$/.test(text)

/** The word and letter spacing of a run, with the width that the browser's size leaves off. */
function spacingDeclarations(run: GlyphRun, gap: number, behind: number): string {
  const { style, text, width } = run
  const { size } = style
  const { letters: added, words: between } = spacingOf(run)
  const taller = tallerUpright(run)
  const letters = added - taller
  const start = gap - taller / 2
  const rest = width * (1 - pageSize(size) / size)
  const spaces = text.split(/[ \u00a0]/).length - 1
  const end = behind + (spaces === 0 ? rest : 0) + taller / 2
  const words = between + (spaces > 0 ? rest / spaces : 0)
  return [
    spacingText(letters, words),
    ...(Math.abs(start) > 0.001 ? [`margin-inline-start:${px(start)}`] : []),
    ...(end !== 0 ? [`margin-inline-end:${px(end)}`] : []),
  ].join(';')
}

/**
 * The height over an em that a browser gives upright letters of a face without vertical metrics:
 * their ascent and descent. The layout gives them an em each.
 */
function tallerUpright(run: GlyphRun): number {
  if (!run.upright || isPair(run)) return 0
  const face = faceOf(run)
  if (face.vertical().isStated) return 0
  const { ascent, descent } = pageHeights(run)
  return ascent + descent - run.style.size
}

/** The ascent and descent that a browser uses for a run's face: whole pixels. */
function pageHeights(run: GlyphRun): { readonly ascent: number; readonly descent: number } {
  const { metrics } = faceOf(run)
  const scale = unitScale({ metrics }, run.style.size)
  return {
    ascent: Math.round(metrics.ascent * scale),
    descent: Math.round(-metrics.descent * scale),
  }
}

/**
 * The middle of upright letters above the browser's baseline: halfway between the whole pixels of
 * their ascent and descent.
 */
function middleOf(run: GlyphRun): number {
  const { ascent, descent } = pageHeights(run)
  return (ascent - descent) / 2
}

/** An object keeps its place, and says what it says; what is in it is in a picture. */
function objectElement(
  { box: object, rise, upright }: GlyphRun,
  gap: number,
  behind: number,
  rules: Rules,
  lowered: number,
): string {
  if (!object) return ''
  const { width, height, baseline, label } = object
  // In vertical text its middle is on that of the line.
  const [inline, block, below] = upright
    ? [height, width, width / 2]
    : [width, height, height - baseline]
  const own =
    `display:inline-block;inline-size:${px(inline)};block-size:${px(block)};` +
    `vertical-align:${px(rise - lowered - below)};margin-inline:${px(gap)} ${px(behind)}`
  // A picture without a label is decoration.
  const said =
    label.trim() === '' ? 'aria-hidden="true"' : `role="img" aria-label="${htmlText(label)}"`
  return `<span class="${rules.classOf(own)}" ${said}></span>`
}
