import type { Path } from '../../problem/index.ts'
import { errorProblem, isObject } from '../../problem/index.ts'
import type { Reading } from '../kinds.ts'

/** A design token (Design Tokens Format Module, 2025.10): its type is its own or its group's. */
export interface Token {
  /** Names of groups and the token's own, joined by dots, as references write them. */
  readonly name: string
  readonly type: string | undefined
  readonly value: unknown
  readonly path: Path
}

type Group = Readonly<Record<string, unknown>>

/** Every token of a file, groups walked without recursion; names that start with `$` are the format's. */
export function tokensOf(root: Group): Map<string, Token> {
  const tokens = new Map<string, Token>()
  const waiting: { group: Group; path: Path; type: string | undefined }[] = [
    { group: root, path: [], type: typeOf(root) },
  ]
  for (let at = waiting.pop(); at; at = waiting.pop()) {
    const inner: typeof waiting = []
    for (const [key, entry] of Object.entries(at.group)) {
      // `$root` is a group's own token (section 6.3).
      if ((key.startsWith('$') && key !== '$root') || !isObject(entry)) continue
      const path = [...at.path, key]
      const type = typeOf(entry) ?? at.type
      if ('$value' in entry) {
        const name = path.join('.')
        tokens.set(name, { name, type, value: entry.$value, path: [...path, '$value'] })
      } else {
        inner.push({ group: entry, path, type })
      }
    }
    for (const group of inner.reverse()) waiting.push(group)
  }
  return tokens
}

function typeOf(group: Group): string | undefined {
  return typeof group.$type === 'string' ? group.$type : undefined
}

/** `{colors.deep}` names another token, whose value stands in its place (section 7). */
const reference = /^\{([^{}]+)\}$/

/** The name a value refers to, where it is a reference. */
export function referredName(value: unknown): string | undefined {
  return typeof value === 'string' ? reference.exec(value)?.[1] : undefined
}

/** References that lead further than this lead nowhere. */
const longestChain = 100

/**
 * A token with its references followed to a value; undefined, and reported, where one leads
 * nowhere or in a circle.
 */
export function followed(
  token: Token,
  tokens: ReadonlyMap<string, Token>,
  at: Reading,
): Token | undefined {
  let current = token
  for (let steps = 0; steps < longestChain; steps++) {
    const name = referredName(current.value)
    if (name === undefined) return { ...current, type: token.type ?? current.type }
    const next = tokens.get(name)
    if (!next) {
      const nearest = at.nearest(name, tokens.keys())
      at.report(
        current.path,
        errorProblem('unknown-token', `no token named '${name}'`, { nearest }),
      )
      return undefined
    }
    current = next
  }
  const message = `circular reference from the token '${token.name}'`
  at.report(token.path, errorProblem('token-cycle', message))
  return undefined
}
