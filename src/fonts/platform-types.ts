// Types of the platform, for programs that are compiled without the types of any: they are then
// what the library asks of them.

/** An address, as the WHATWG URL Standard has it. */
export type Url = typeof globalThis extends { URL: { prototype: infer U } }
  ? U
  : { readonly href: string }

/** A compiled module of WebAssembly. */
export type WasmModule = typeof globalThis extends {
  WebAssembly: { Module: { prototype: infer M } }
}
  ? M
  : object
