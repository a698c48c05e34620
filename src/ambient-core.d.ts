// What the core may use of its surroundings: WebAssembly, text coding and URL, which browsers and Node
// share. Checking the core against these alone proves that it uses neither the DOM nor Node.
declare namespace WebAssembly {
  class Module {
    constructor(bytes: Uint8Array)
  }
  class Instance {
    readonly exports: Record<string, unknown>
    constructor(module: Module, imports?: Record<string, Record<string, unknown>>)
  }
  class Memory {
    readonly buffer: ArrayBuffer
    grow(pages: number): number
  }
  class Table {
    readonly length: number
    grow(by: number): number
    set(index: number, value: unknown): void
  }
  function compile(bytes: Uint8Array): Promise<Module>
}
declare class TextEncoder {
  encode(text: string): Uint8Array
}
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean })
  decode(bytes: Uint8Array): string
}
declare class URL {
  readonly href: string
  readonly pathname: string
}
