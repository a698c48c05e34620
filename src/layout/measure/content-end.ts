import { isBreakingSpace } from '../../unicode/index.ts'

const lineSeparator = 0x2028
export const softHyphen = 0xad

const isDirectionControl = (code: number) =>
  (code >= 0x202a && code <= 0x202e) || (code >= 0x2066 && code <= 0x2069)

const hangs = (code: number) =>
  isBreakingSpace(code) || code === lineSeparator || code === softHyphen

/** Whether there is anything in a stretch but what would hang at the end of a line. */
export function hasContent(text: string, start: number, end: number): boolean {
  for (let i = start; i < end; i++) {
    const code = text.charCodeAt(i)
    if (!hangs(code) && !isDirectionControl(code)) return true
  }
  return false
}

/**
 * Where the spaces that hang at the end of a line start, soft hyphens among them; also those before
 * controls of direction, which have no say in what ends a line (UAX #9, L1).
 */
export function contentEnd(text: string, start: number, end: number): number {
  let inner = end
  for (let i = end - 1; i >= start; i--) {
    const code = text.charCodeAt(i)
    if (hangs(code)) inner = i
    else if (!isDirectionControl(code)) break
  }
  return inner
}
