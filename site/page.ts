/** A page by its name: `check`, `reference/dot-line`. */
export interface Page {
  readonly name: string
  readonly title: string
  readonly group: string
  readonly text: string
}
