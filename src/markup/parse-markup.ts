import {
  aString,
  checkArguments,
  checkOptions,
  errorProblem,
  locationsIn,
  made,
  type Problem,
  type SourceOptions,
  sourceOptions,
  warningProblem,
} from '../problem/index.ts'
import { parenthesizedHead } from './parenthesized-head.ts'
import type { RichNode, RichText } from './rich-text.ts'
import { type HeadReader, headReader, nameEnd, type SpanHead } from './span-head.ts'

/** Result of `parseMarkup` and `richFromHtml`. */
export interface ParsedMarkup {
  /** The tree. */
  readonly rich: RichText
  /** Problems that did not stop the work. */
  readonly problems: readonly Problem[]
}

/** A span that is being read, or the whole text. */
interface Level {
  /** None for the whole text. */
  readonly head?: SpanHead
  readonly start: number
  readonly children: RichNode[]
  /** Plain brackets open in it. */
  brackets: number
}

interface Mistake {
  readonly severity: Problem['severity']
  readonly code: string
  readonly message: string
  readonly start: number
  readonly end: number
  readonly hint: string
}

/** The state of the parser. */
interface Reading {
  readonly text: string
  readonly heads: HeadReader
  at: number
  /** Plain text read and not yet made a node. */
  plain: string
  plainStart: number
  readonly levels: Level[]
  readonly mistakes: Mistake[]
}

/**
 * Parses markup. Never throws on any text, and never recurses: spans are kept on a stack. Text that
 * holds a mistake is shown as well as it can be, and the mistake listed.
 *
 * @param text Markup; any string is accepted.
 * @param options Name of the text, for problems.
 * @returns Rich text, and its problems.
 * @example
 * const { rich, problems } = parseMarkup('Boats are ~strong[late]')
 */
export function parseMarkup(text: string, options: SourceOptions = {}): ParsedMarkup {
  checkArguments('parseMarkup', ['text', text, aString])
  checkOptions('parseMarkup', options, sourceOptions)
  const { source = 'markup' } = options
  const top: Level = { start: 0, children: [], brackets: 0 }
  const reading: Reading = {
    text,
    heads: headReader(text),
    at: 0,
    plain: '',
    plainStart: 0,
    levels: [top],
    mistakes: [],
  }
  while (reading.at < text.length) {
    addPlain(reading, nextMark(text, reading.at))
    const c = text[reading.at]
    if (c === '~') readTilde(reading)
    else if (c === '{') readBrace(reading)
    else if (c === '[') openBracket(reading)
    else if (c === ']') closeBracket(reading)
  }
  while (reading.levels.length > 1) {
    reportUnclosed(reading)
    closeSpan(reading, text.length)
  }
  endPlain(reading, text.length)
  return {
    rich: { [made]: true, kind: 'rich-text', children: top.children, sourceText: text },
    problems: problems(reading, source),
  }
}

const escapable = '[]{}~'

function readTilde(reading: Reading) {
  const { text, at, heads } = reading
  const head = heads.read(at)
  if (head) {
    endPlain(reading, at)
    reading.levels.push({ head, start: at, children: [], brackets: 0 })
    reading.at = head.end
    return
  }
  const after = text[at + 1]
  if (after === '(') warnOfParentheses(reading)
  if (after !== undefined && escapable.includes(after)) addCharacter(reading, after, at + 2)
  else addPlain(reading, at + 1)
}

/** A head in parentheses is plain text, and hardly ever meant as that. */
function warnOfParentheses({ text, at: start, mistakes }: Reading) {
  const found = parenthesizedHead(text, start)
  if (!found) return
  const { end, instead } = found
  const message = `'${text.slice(start, end)}' does not start a span and is shown as it stands`
  const hint = `write ${instead}`
  mistakes.push({ severity: 'warning', code: 'head-in-parentheses', message, start, end, hint })
}

function readBrace(reading: Reading) {
  const { text, at } = reading
  const codePoint = readCodePoint(text, at)
  if (codePoint) {
    addCharacter(reading, codePoint.character, codePoint.end)
    return
  }
  const end = nameEnd(text, at + 1)
  if (end > at + 1 && text[end] === '}') {
    endPlain(reading, at)
    const name = text.slice(at + 1, end)
    innermost(reading).children.push({ kind: 'placeholder', name, start: at, end: end + 1 })
    reading.at = end + 1
  } else {
    addPlain(reading, at + 1)
  }
}

function openBracket(reading: Reading) {
  innermost(reading).brackets++
  addPlain(reading, reading.at + 1)
}

function closeBracket(reading: Reading) {
  const level = innermost(reading)
  if (level.brackets > 0) {
    level.brackets--
    addPlain(reading, reading.at + 1)
  } else if (level.head) {
    endPlain(reading, reading.at)
    closeSpan(reading, reading.at + 1)
    reading.at++
  } else {
    const { at: start } = reading
    const hint = "write ~] for a plain ']'"
    const message = "']' closes nothing"
    reading.mistakes.push({
      severity: 'error',
      code: 'stray-close',
      message,
      start,
      end: start + 1,
      hint,
    })
    addPlain(reading, start + 1)
  }
}

function closeSpan(reading: Reading, end: number) {
  endPlain(reading, end)
  const span = reading.levels.pop()
  if (!span?.head) return
  const { styles, overrides } = span.head
  const { children, start } = span
  innermost(reading).children.push({ kind: 'span', styles, overrides, children, start, end })
}

function reportUnclosed(reading: Reading) {
  const { start, head, brackets } = innermost(reading)
  if (!head) return
  reading.mistakes.push({
    severity: 'error',
    code: 'unclosed-span',
    message: `the span ${reading.text.slice(start, head.end)} is not closed`,
    start,
    end: head.end,
    hint: brackets > 0 ? "a plain '[' inside it is not closed; write ~[" : "end it with ']'",
  })
}

const innermost = (reading: Reading) => reading.levels[reading.levels.length - 1]

/** Takes the source up to `end` as plain text. */
function addPlain(reading: Reading, end: number) {
  if (end > reading.at) addCharacter(reading, reading.text.slice(reading.at, end), end)
}

function addCharacter(reading: Reading, shown: string, end: number) {
  if (reading.plain === '') reading.plainStart = reading.at
  reading.plain += shown
  reading.at = end
}

function endPlain(reading: Reading, end: number) {
  const { plain: text, plainStart: start } = reading
  if (text !== '') innermost(reading).children.push({ kind: 'text', text, start, end })
  reading.plain = ''
}

function problems(reading: Reading, source: string): Problem[] {
  const locationOf = locationsIn(reading.text, source)
  return reading.mistakes
    .sort((a, b) => a.start - b.start)
    .map(({ severity, code, message, start, end, hint }) => {
      const problem = severity === 'error' ? errorProblem : warningProblem
      return problem(code, message, { location: locationOf(start, end), hint })
    })
}

/** The offset of the next character that may mean something: `~`, `{`, `[` or `]`. */
export function nextMark(text: string, from: number): number {
  for (let at = from; at < text.length; at++) {
    const code = text.charCodeAt(at)
    if (code === 0x7e || code === 0x7b || code === 0x5b || code === 0x5d) return at
  }
  return text.length
}

const codePointForm = /\{U\+([0-9A-Fa-f]{4,6})\}/y

/** `{U+03C0}`. Surrogates and what lies beyond Unicode are no characters. */
function readCodePoint(text: string, at: number): { character: string; end: number } | undefined {
  if (text.charCodeAt(at + 1) !== 0x55) return undefined // U
  codePointForm.lastIndex = at
  const match = codePointForm.exec(text)
  if (!match) return undefined
  const codePoint = Number.parseInt(match[1], 16)
  if (codePoint > 0x10ffff || (codePoint >= 0xd800 && codePoint <= 0xdfff)) return undefined
  return { character: String.fromCodePoint(codePoint), end: at + match[0].length }
}
