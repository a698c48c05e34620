import type { Problem } from '../../problem/index.ts'
import { checkedSheet, type Locate, type Sheet } from '../define-sheet.ts'
export function isTokens(_value: unknown): boolean {
  return false
}
export function sheetFromTokens(value: unknown, locate: Locate): Sheet {
  return checkedSheet(value, locate)
}
export type X = Problem
