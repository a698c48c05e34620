/** A place in a file of JSON, or in an object like it: its keys from the outside in. */
export type Path = readonly (string | number)[]

/** `styles.body.size`, with quotes where a key is no plain name. */
export function pathText(path: Path): string {
  return path
    .map((key, i) => {
      if (typeof key === 'number') return `[${key}]`
      if (!/^[\p{L}_$][\p{L}\p{N}_$-]*$/u.test(key)) return `[${JSON.stringify(key)}]`
      return i === 0 ? key : `.${key}`
    })
    .join('')
}
