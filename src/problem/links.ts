const allowed = ['http', 'https', 'mailto', 'tel']

/** The allowed links, for messages. */
export const allowedLinks = `links may be relative, or ${allowed.join(', ')}`

/**
 * The scheme of an address (RFC 3986, 3.1); undefined for a relative one. Browsers drop white
 * space and control characters inside a scheme, so they cannot hide one.
 */
export function linkScheme(address: string): string | undefined {
  const bare = address.replace(/[\u0000-\u0020\u007f-\u00a0]/g, '')
  return /^([a-z][a-z0-9+.-]*):/i.exec(bare)?.[1].toLowerCase()
}

/** Whether a link only leads somewhere: to a page, an address or a number, and runs nothing. */
export function allowedLink(address: string): boolean {
  const scheme = linkScheme(address)
  return scheme === undefined || allowed.includes(scheme)
}
