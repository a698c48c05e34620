import { errorProblem, type Problem } from '../problem/index.ts'

const allowed = ['http', 'https', 'mailto', 'tel']

/** A problem where a link's scheme is not one of those that only lead somewhere (RFC 3986, 3.1). */
export function checkLink(address: string): Problem | undefined {
  // Browsers drop white space and control characters inside a scheme, so they cannot hide one.
  const bare = address.replace(/[\u0000-\u0020\u007f-\u00a0]/g, '')
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(bare)?.[1].toLowerCase()
  if (scheme === undefined || allowed.includes(scheme)) return undefined
  const hint = `links may be relative, or ${allowed.join(', ')}`
  return errorProblem('forbidden-link', `a link may not start with '${scheme}:'`, { hint })
}
