import type { Style } from './style.ts'

/** Whether two styles have the same behind their letters, so that neighbors are backed as one. */
export function isSameBacking({ backing }: Style, { backing: other }: Style): boolean {
  if (backing === other) return true
  if (backing === 'none' || other === 'none') return false
  return JSON.stringify(backing) === JSON.stringify(other)
}
