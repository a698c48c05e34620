import { MessageFormat, type Model, parseMessage, validate } from 'messageformat'
import { type CatalogSyntax, parseMarkup, type RichText, type Values } from '../markup/index.ts'
import {
  aLanguage,
  aString,
  checkArguments,
  DotLineError,
  errorProblem,
  isObject,
  nearestName,
  type Problem,
  visibleControls,
} from '../problem/index.ts'
import { functions } from './functions.ts'
import { markProblems } from './mark-problems.ts'
import { type Message, messageFacts, patternsOf } from './message-facts.ts'
import { partsMarkup } from './parts-markup.ts'

/**
 * Syntax of catalogs in Unicode MessageFormat 2 (LDML, part 9): `{#strong}…{/strong}` are spans,
 * `{$port}` values, `{#icon/}` inline boxes; with plurals, selection, numbers, dates and amounts in
 * the catalog's language. Pass it as `syntax` to `readCatalog` and `defineCatalog`. Missing or
 * wrong values throw `missing-value` and `bad-value`.
 */
export const messageFormat: CatalogSyntax = (source, key, language = 'en') => {
  checkArguments(
    'messageFormat',
    ['source', source, aString],
    ['key', key, aString],
    ['language', language, aLanguage],
  )
  const { message, problems } = parsed(source)
  if (!message) return failed(source, key, problems)
  const facts = messageFacts(message)
  for (const name of facts.functions) {
    if (Object.hasOwn(functions, name)) continue
    const nearest = nearestName(name, Object.keys(functions))
    problems.push(errorProblem('unknown-function', `there is no function :${name}`, { nearest }))
  }
  const inLanguage = (one: Model.Message) =>
    new MessageFormat(language, one, { bidiIsolation: 'none', functions })
  // Most texts of a catalog are not examined before they are shown.
  let whole: Message | undefined
  let cases: readonly Message[] | undefined
  const forms = () => {
    cases ??= patternsOf(message).map(pattern =>
      inLanguage({ type: 'message', declarations: message.declarations, pattern }),
    )
    return cases
  }
  const richOf = (form: Message, given: Values, told: (error: unknown) => void): RichText => {
    const { markup, values } = partsMarkup(form.formatToParts(given, told), given)
    return { ...parseMarkup(markup, { source: key }).rich, values }
  }
  for (const pattern of patternsOf(message)) problems.push(...markProblems(pattern))
  if (problems.length > 0) return failed(source, key, problems)
  return {
    problems,
    values: facts.values,
    cases: (values = {}) => forms().map(form => richOf(form, values, () => {})),
    text(values = {}) {
      for (const name of facts.needed) {
        if (Object.hasOwn(values, name) && values[name] !== undefined) continue
        const nearest = nearestName(name, Object.keys(values))
        const problem = errorProblem(
          'missing-value',
          `the message '${key}' needs a value for {$${name}}`,
          {
            hint: 'give it to text(key, values)',
            nearest,
          },
        )
        throw new DotLineError(problem)
      }
      whole ??= inLanguage(message)
      return richOf(whole, values, error => {
        const wrong = valueProblem(error, key)
        if (wrong) throw new DotLineError(wrong)
      })
    },
  }
}

function parsed(source: string) {
  const problems: Problem[] = []
  try {
    const message = parseMessage(source)
    validate(message, type => problems.push(errorProblem('bad-message', said(type))))
    // A message with invalid data can't be written.
    if (problems.length === 0) return { message, problems }
  } catch (error) {
    const { start } = isObject(error) ? error : {}
    const at = typeof start === 'number' && start >= 0 ? `, at character ${start + 1}` : ''
    problems.push(errorProblem('bad-message', `${said(typeOf(error))}${at}`))
  }
  return { problems }
}

/** A catalog that collects its mistakes shows such a text as it stands. */
function failed(source: string, key: string, problems: readonly Problem[]) {
  const { rich } = parseMarkup('{message}', { source: key })
  const shown = { ...rich, values: { message: source } }
  return { problems, values: [], cases: () => [shown], text: () => shown }
}

const typeOf = (error: unknown) =>
  isObject(error) && typeof error.type === 'string' ? error.type : 'syntax'

const reasons: Readonly<Record<string, string>> = {
  'duplicate-declaration': 'a variable is declared twice',
  'duplicate-variant': 'two variants have the same keys',
  'key-mismatch': 'a variant has not as many keys as there are selectors',
  'missing-fallback': 'there is no variant for everything else: *',
  'missing-selector-annotation': 'a selector is declared without a function',
  'missing-syntax': 'something is missing',
  'empty-token': 'something is missing',
  'extra-content': 'there is more than a message',
  'bad-escape': 'only \\\\, \\{, \\| and \\} stand for themselves',
  'duplicate-option-name': 'an option is given twice',
}

const said = (type: string) =>
  `not valid MessageFormat 2: ${reasons[type] ?? type.replaceAll('-', ' ')}`

function valueProblem(error: unknown, key: string): Problem | undefined {
  const type = typeOf(error)
  // A missing value keeps its name, and is reported where it is set.
  if (type === 'unresolved-variable' || type === 'bad-selector') return undefined
  const reason = error instanceof Error ? error.message : String(error)
  // A failure inside of it may be the cause.
  const start = `the message '${key}' cannot be written: `
  return errorProblem(
    'bad-value',
    visibleControls(reason.startsWith(start) ? reason : `${start}${reason}`),
  )
}
