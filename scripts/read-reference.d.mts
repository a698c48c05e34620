export interface ReadExport {
  readonly name: string
  readonly kind: string
  readonly comment: string
  readonly tags: readonly {
    readonly name: string
    readonly parameter: string | undefined
    readonly text: string
  }[]
  readonly signatures: readonly string[]
  readonly members: readonly {
    readonly name: string
    readonly type: string
    readonly comment: string
  }[]
}
export function readReference(): readonly {
  readonly path: string
  readonly exports: readonly ReadExport[]
}[]
