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
        tokens.set(name, { name, type, value: aliased(entry.$value), path: [...path, '$value'] })
      } else {
        const group = extended(entry, root)
        inner.push({ group, path, type: typeOf(group) ?? type })
      }
    }
    for (const group of inner.reverse()) waiting.push(group)
  }
  return tokens
}

/** Groups that extend others further than this are in a circle. */
const longestExtension = 20

/** A group with what the groups have that it extends (section 6.4), by name or by a JSON pointer. */
function extended(group: Group, root: Group): Group {
  let whole = group
  let at = group
  for (let steps = 0; steps < longestExtension; steps++) {
    const base = groupAt(baseOf(at), root)
    if (!base) break
    whole = merged(base, whole)
    at = base
  }
  return whole
}

function baseOf({ $extends, $ref }: Group): readonly string[] | undefined {
  const name = referredName($extends)
  return name === undefined ? pointerParts($extends ?? $ref) : name.split('.')
}

function groupAt(parts: readonly string[] | undefined, root: Group): Group | undefined {
  let at: unknown = root
  for (const part of parts ?? [''])
    at = isObject(at) && Object.hasOwn(at, part) ? at[part] : undefined
  return isObject(at) ? at : undefined
}

/** `#/base/x` (RFC 6901). */
function pointerParts(value: unknown): readonly string[] | undefined {
  if (typeof value !== 'string' || !value.startsWith('#/')) return undefined
  return value
    .slice(2)
    .split('/')
    .map(part => part.replaceAll('~1', '/').replaceAll('~0', '~'))
}

/** Tokens and groups of both, those of the second over those of the first. */
function merged(base: Group, own: Group): Group {
  const both = new Map<string, unknown>(Object.entries(base))
  for (const [key, value] of Object.entries(own)) {
    const below = both.get(key)
    const areGroups =
      !key.startsWith('$') && isObject(below) && isObject(value) && !('$value' in value)
    both.set(key, areGroups ? merged(below, value) : value)
  }
  return Object.fromEntries(both)
}

/** A pointer to the value of a token is a reference to that token. */
function aliased(value: unknown): unknown {
  if (!isObject(value) || Object.keys(value).length !== 1) return value
  const parts = pointerParts(value.$ref)
  return parts?.at(-1) === '$value' ? `{${parts.slice(0, -1).join('.')}}` : value
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
