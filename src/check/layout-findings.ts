import { faceOf, type Layout, lineEndsOf, type Problem, type UsedFace } from '../core.ts'
import type { FindingCode } from './finding.ts'

/** Something that a layout has, in the situation that it was laid out for. */
export interface LayoutFinding {
  readonly code: FindingCode
  readonly message: string
  readonly figure?: number | undefined
  readonly limit?: number | undefined
}

/** Room that a text has. */
interface TextRoom {
  readonly width: number | undefined
  readonly height: number | undefined
}

/** Finding codes for the layout's problems; problems that are not listed are wrong texts. */
const codes: Readonly<Record<string, FindingCode>> = {
  'broken-word': 'broken-word',
  'missing-face': 'missing-face',
  'missing-family': 'missing-family',
  'missing-glyph': 'missing-glyph',
  'missing-value': 'missing-value',
  'unknown-family': 'missing-family',
  'unknown-style': 'unknown-style',
}

/** Told otherwise, or of no text alone. */
const passed = new Set(['overflow', 'unused-value', 'large-scale', 'missing-hyphenation'])

/** Scripts that write words without spaces between them: the last line of them has no lone word. */
const spaceless =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u

/** Lengths that differ by less, in units, are the same. */
const slack = 0.01

/** Findings of a layout within its available space. */
export function layoutFindings(layout: Layout, room: TextRoom): readonly LayoutFinding[] {
  const findings: LayoutFinding[] = []
  for (const problem of layout.problems) {
    const finding = ofProblem(problem)
    if (finding) findings.push(finding)
  }
  for (const roomFinding of roomFindings(layout, room)) findings.push(roomFinding)
  const lone = loneWord(layout)
  if (lone !== undefined) {
    findings.push({ code: 'lone-word', message: `one word is alone on the last line: '${lone}'` })
  }
  return findings
}

/** The word that is alone on the last line of a paragraph of more. */
function loneWord(layout: Layout): string | undefined {
  const { text } = layout
  // With two words on two lines, each is necessarily alone.
  if (!/\S\s+\S+\s+\S/.test(text)) return undefined
  const ends = lineEndsOf(layout)
  if (ends.length < 2) return undefined
  const [start, end] = ends.slice(-2)
  // Where the line before ends its paragraph, the last one is all of another.
  if (text[start] === '\n') return undefined
  const last = text.slice(start, end).trim()
  return last === '' || /\s/.test(last) || spaceless.test(last) ? undefined : last
}

/** Faces that are made up. */
export function* faceFindings(looks: readonly UsedFace[]): Generator<LayoutFinding> {
  const faces = new Set<string>()
  for (const look of looks) {
    if (faces.has(look.face)) continue
    faces.add(look.face)
    const { synthesized } = faceOf(look)
    if (synthesized.length === 0) continue
    yield {
      code: 'synthesized-face',
      message: `the face is made up from another: ${synthesized.join(' and ')}`,
    }
  }
}

/** Findings about missing space, in the words of the layout's own problems. */
const roomWords = {
  'text-cut': 'the text is truncated',
  'over-height': 'the text is higher than its frame',
  'over-width': 'a line is wider than its frame',
} as const

/** Findings about missing space: text that is truncated, too high or too wide. */
export function roomFindings(
  { cut, text, height: depth, textWidth }: Layout,
  { width, height }: TextRoom,
): readonly LayoutFinding[] {
  const isCut = cut !== undefined
  const isHigh = height !== undefined && !withinRoom(depth, height)
  const isWide = width !== undefined && !withinRoom(textWidth, width)
  if (!isCut && !isHigh && !isWide) return none
  const findings: LayoutFinding[] = []
  if (isCut) {
    const figure = text.length - (cut.end - cut.start)
    const message = roomWords['text-cut']
    findings.push({ code: 'text-cut', message, figure, limit: text.length })
  }
  if (isHigh) {
    const message = roomWords['over-height']
    findings.push({ code: 'over-height', message, figure: rounded(depth), limit: rounded(height) })
  }
  if (isWide) {
    const message = roomWords['over-width']
    findings.push({
      code: 'over-width',
      message,
      figure: rounded(textWidth),
      limit: rounded(width),
    })
  }
  return findings
}

const none: readonly LayoutFinding[] = []

/** Whether a length is no longer than the room for it, which may have no end. */
const withinRoom = (length: number, room: number | undefined) =>
  room === undefined || length <= room + slack

export const rounded = (length: number) => Number(length.toFixed(2))

function ofProblem({ code, message, severity }: Problem): LayoutFinding | undefined {
  if (Object.hasOwn(codes, code)) return { code: codes[code], message: withoutPlace(message) }
  // Warnings are no mistakes of the text.
  if (passed.has(code) || severity === 'warning') return undefined
  return { code: 'bad-text', message: `${code}: ${message}` }
}

/** Lines change with the situation: what is reported them would be another finding in each. */
const withoutPlace = (message: string) =>
  message.replace(/ at the end of line \d+(, and \d+ more)?/, '').replace(/ on line \d+/, '')
