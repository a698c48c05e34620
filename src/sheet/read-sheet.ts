import {
  findNodeAtLocation,
  type Node,
  type ParseError,
  parseTree,
  printParseErrorCode,
} from 'jsonc-parser'
import { DotLineError, errorProblem, placesOf } from '../problem/index.ts'
import { checkedSheet, type Sheet } from './define-sheet.ts'
import { type Path, pathText } from './schema-problems.ts'

/** Deeper than any sheet is, and less deep than a JSON reader's recursion can go. */
const deepest = 200

/**
 * A sheet from the text of a JSON file; `source` is what problems call it. All mistakes are thrown
 * as one `DotLineError`, whose `problems` have places in the file.
 */
export function readSheet(json: string, source = 'sheet'): Sheet {
  const placeOf = placesOf(json, source)
  const bottomless = tooDeepAt(json)
  if (bottomless !== undefined) {
    const message = `the sheet is nested more than ${deepest} deep`
    throw new DotLineError(errorProblem('too-deep', message, { place: placeOf(bottomless) }))
  }
  const errors: ParseError[] = []
  const tree = parseTree(json, errors, { allowTrailingComma: false, disallowComments: true })
  const [error] = errors
  if (error || !tree) {
    const place = placeOf(error?.offset ?? 0)
    const hint = error ? readable(printParseErrorCode(error.error)) : 'the file is empty'
    throw new DotLineError(errorProblem('bad-json', 'the sheet is not JSON', { place, hint }))
  }
  return checkedSheet(jsonValue(tree), path => {
    const node = nearestNode(tree, path)
    return node ? placeOf(node.offset, node.offset + node.length) : pathText(path)
  })
}

/** `ColonExpected` as `colon expected`. */
function readable(code: string): string {
  return code.replace(/(?!^)([A-Z])/g, ' $1').toLowerCase()
}

/** Where brackets outside of strings first go too deep. */
function tooDeepAt(json: string): number | undefined {
  let depth = 0
  for (const { 0: token, index } of json.matchAll(/"(?:[^"\\]|\\.)*"|[[\]{}]/gs)) {
    if (token === '[' || token === '{') depth++
    else if (token === ']' || token === '}') depth--
    if (depth > deepest) return index
  }
  return undefined
}

/** The node of a path, by its key where it has one; or of the innermost part that is there. */
function nearestNode(tree: Node, path: Path): Node | undefined {
  for (let length = path.length; length >= 0; length--) {
    const node = findNodeAtLocation(tree, path.slice(0, length))
    if (node) return node.parent?.type === 'property' ? node.parent : node
  }
  return undefined
}

/** A node as a plain value; `__proto__` in a file is a name like any other. */
function jsonValue(node: Node): unknown {
  if (node.type === 'array') return (node.children ?? []).map(jsonValue)
  if (node.type !== 'object') return node.value
  const entries = (node.children ?? []).map(({ children }): [string, unknown] => {
    const [key, value] = children ?? []
    return [String(key?.value), value ? jsonValue(value) : undefined]
  })
  return Object.fromEntries(entries)
}
