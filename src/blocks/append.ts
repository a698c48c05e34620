/** Adds items to a list: spreading a long list into a call would fill the stack. */
export function append<T>(to: T[], items: Iterable<T>) {
  for (const item of items) to.push(item)
}
