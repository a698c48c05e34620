import { fail } from '../../problem/index.ts'

type Call = (...args: number[]) => number

/** The functions of a WASM module, by name. */
export type Calls = Readonly<Record<string, Call>>

/** The functions by name; a module without one of them is not the one we were built for. */
export function callsOf(exports: Record<string, unknown>, names: readonly string[]): Calls {
  const calls: Record<string, Call> = {}
  for (const name of names) {
    const value = exports[name]
    if (!isCall(value)) return fail('engine', `the HarfBuzz module has no ${name}`)
    calls[name] = value
  }
  return calls
}

const isCall = (value: unknown): value is Call => typeof value === 'function'
