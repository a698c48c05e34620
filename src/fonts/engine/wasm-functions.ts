import { fail } from '../../problem/index.ts'

/** A JavaScript function with the WASM types it is called with: `i` a 32-bit integer, `f` a float. */
export interface TypedFunction {
  readonly parameters: string
  /** The type of what it gives; nothing without it. */
  readonly result?: 'i'
  readonly call: (...args: number[]) => unknown
}

const codes: Record<string, number> = { i: 0x7f, f: 0x7d }

/**
 * A table of WASM functions takes no plain JavaScript function. This makes a module that imports
 * them and exports them again, now with their types (WebAssembly core specification, section 5.5).
 */
function adapter(functions: readonly TypedFunction[]): Uint8Array<ArrayBuffer> {
  const section = (id: number, content: number[]) => [id, ...unsigned(content.length), ...content]
  const text = (s: string) => [s.length, ...new TextEncoder().encode(s)]
  const types = functions.flatMap(({ parameters, result }) => {
    const results = result ? [1, codes[result]] : [0]
    return [0x60, parameters.length, ...[...parameters].map(p => codes[p]), ...results]
  })
  const imports = functions.flatMap((_, i) => [...text('f'), ...text(String(i)), 0, i])
  const exported = functions.flatMap((_, i) => [...text(String(i)), 0, i])
  return Uint8Array.from([
    ...[0x00, 0x61, 0x73, 0x6d, 0x01, 0x00, 0x00, 0x00],
    ...section(1, [functions.length, ...types]),
    ...section(2, [functions.length, ...imports]),
    ...section(7, [functions.length, ...exported]),
  ])
}

/** LEB128, as the module format writes lengths. */
function unsigned(value: number): number[] {
  return value < 128 ? [value] : [(value & 127) | 128, ...unsigned(value >> 7)]
}

/** Puts functions into a module's table; gives the index of the first, the others follow it. */
export function addFunctions(
  exports: Record<string, unknown>,
  functions: readonly TypedFunction[],
): number {
  const table = exports.__indirect_function_table
  if (!(table instanceof WebAssembly.Table)) return fail('engine', 'HarfBuzz has no function table')
  const imports = Object.fromEntries(functions.map(({ call }, i) => [i, call]))
  const module = new WebAssembly.Module(adapter(functions))
  const instance = new WebAssembly.Instance(module, { f: imports })
  const first = table.grow(functions.length)
  functions.forEach((_, i) => {
    table.set(first + i, instance.exports[i])
  })
  return first
}
