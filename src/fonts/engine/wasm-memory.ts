import { fail } from '../../problem/index.ts'

/** The exports that every HarfBuzz module has, and the heap they live on. */
export interface Heap {
  malloc(size: number): number
  free(pointer: number): void
  readonly memory: WebAssembly.Memory
}

/** `malloc`, with the refusal that C callers forget to check. */
export function allocate(heap: Heap, size: number, what: string): number {
  const pointer = heap.malloc(size)
  if (pointer === 0) fail('out-of-memory', `no memory left for ${what} (${size} bytes)`)
  return pointer
}

/** Copies bytes onto the heap; the caller frees them. */
export function place(heap: Heap, bytes: Uint8Array, what: string): number {
  const pointer = allocate(heap, Math.max(1, bytes.length), what)
  new Uint8Array(heap.memory.buffer).set(bytes, pointer)
  return pointer
}

/** A four-letter OpenType tag as the number HarfBuzz takes. */
export function tagNumber(tag: string): number {
  const padded = tag.padEnd(4)
  let number = 0
  for (let i = 0; i < 4; i++) number = (number << 8) | padded.charCodeAt(i)
  return number >>> 0
}
