import { type Node, type ParseError, parseTree, printParseErrorCode } from 'jsonc-parser'
import type { Path } from './path.ts'
import { DotLineError, errorProblem, type Problem, type SourceLocation } from './problem.ts'
import { locationsIn } from './source-location.ts'

/** Deeper than any sheet is, and less deep than a JSON reader's recursion can go. */
const deepest = 200

interface ReadJson {
  readonly value: unknown
  /** The place of a path's key, or of the innermost part of it that is there. */
  locationOf(path: Path): SourceLocation
  /** Names that stand twice in one object: the first would be lost in silence. */
  readonly problems: readonly Problem[]
}

/** Reads JSON (RFC 8259), and keeps where everything stands. Throws a `DotLineError`. */
export function readJson(json: string, source: string): ReadJson {
  const text = json.startsWith('\ufeff') ? json.slice(1) : json
  const locationOf = locationsIn(text, source)
  const bottomless = tooDeepAt(text)
  if (bottomless !== undefined) {
    const message = `${source} is nested more than ${deepest} deep`
    throw new DotLineError(errorProblem('too-deep', message, { location: locationOf(bottomless) }))
  }
  const errors: ParseError[] = []
  const tree = parseTree(text, errors, { allowTrailingComma: false, disallowComments: true })
  const [error] = errors
  if (error || !tree) {
    const location = locationOf(error?.offset ?? 0)
    const hint = error ? readable(printParseErrorCode(error.error)) : 'the file is empty'
    throw new DotLineError(errorProblem('bad-json', `${source} is not JSON`, { location, hint }))
  }
  const problems: Problem[] = []
  const places = new Map<Node, ReadonlyMap<string | number, Node>>()
  const value = plain(tree, places, (name, node) => {
    const location = locationOf(node.offset, node.offset + node.length)
    problems.push(
      errorProblem('duplicate-name', `duplicate name '${name}' in one object`, { location }),
    )
  })
  return {
    value,
    problems,
    locationOf(path) {
      let at = tree
      for (const key of path) {
        const inner = places.get(valueNode(at))?.get(key)
        if (!inner) break
        at = inner
      }
      return locationOf(at.offset, at.offset + at.length)
    },
  }
}

/** The value of a property; any other node itself. */
const valueNode = (node: Node) => (node.type === 'property' ? (node.children?.[1] ?? node) : node)

/** `ColonExpected` as `colon expected`. */
function readable(code: string): string {
  return code.replace(/(?!^)([A-Z])/g, ' $1').toLowerCase()
}

const [quote, backslash] = [0x22, 0x5c]
const [openBracket, closeBracket, openBrace, closeBrace] = [0x5b, 0x5d, 0x7b, 0x7d]

/** Where brackets outside of strings first go too deep. Character by character: strings may be unclosed. */
function tooDeepAt(json: string): number | undefined {
  let depth = 0
  let isInString = false
  for (let i = 0; i < json.length; i++) {
    const unit = json.charCodeAt(i)
    if (isInString) {
      if (unit === backslash) i++
      else if (unit === quote) isInString = false
    } else if (unit === quote) isInString = true
    else if (unit === openBracket || unit === openBrace) {
      if (++depth > deepest) return i
    } else if (unit === closeBracket || unit === closeBrace) depth--
  }
  return undefined
}

/** A node as a plain value; the nodes of its parts go into `places`. */
function plain(
  node: Node,
  places: Map<Node, ReadonlyMap<string | number, Node>>,
  twice: (name: string, node: Node) => void,
): unknown {
  const children = node.children ?? []
  if (node.type === 'array') {
    places.set(node, new Map(children.map((child, i) => [i, child])))
    return children.map(child => plain(child, places, twice))
  }
  if (node.type !== 'object') return node.value
  const inner = new Map<string, Node>()
  const entries = children.map((property): [string, unknown] => {
    const [key, value] = property.children ?? []
    const name = String(key?.value)
    if (inner.has(name)) twice(name, property)
    inner.set(name, property)
    return [name, value ? plain(value, places, twice) : undefined]
  })
  places.set(node, inner)
  return Object.fromEntries(entries)
}
