import { isHeading } from './structure-node.ts'

/**
 * Requirements of PDF/UA that a document's elements do not meet, in the order that they were found:
 * alternative text of a figure (ISO 14289-1, 7.3), a heading of each level (7.4.2).
 */
export class UnmetRequirements {
  readonly all = new Set<string>()
  /** The level of the last heading. */
  #level = 0

  /** Looks at an element and its alternative text. */
  note(type: string, label: string | undefined) {
    if ((type === 'Figure' || type === 'Formula') && label === undefined) {
      this.all.add(`a ${type === 'Figure' ? 'figure' : 'formula'} has no label`)
    }
    if (!isHeading(type)) return
    const level = Number(type[1])
    if (level > this.#level + 1) {
      const before = this.#level === 0 ? 'none' : `one of level ${this.#level}`
      this.all.add(`a heading of level ${level} follows ${before}`)
    }
    this.#level = level
  }
}
