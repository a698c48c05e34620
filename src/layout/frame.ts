import { fail } from '../problem/index.ts'

export type Align = 'start' | 'center' | 'end' | 'left' | 'right' | 'justify'

/** Where text goes. */
export interface Frame {
  /** In units; without it lines end where paragraphs do. */
  readonly width?: number
  /** The most lines there may be; those of the style without it. */
  readonly lines?: number
  /** In units; lines that do not go into it are left out. */
  readonly height?: number
  /** How lines stand in the frame; as the style says without it. */
  readonly align?: Align
}

/** Throws on what only a mistake in a program gives: a width that is negative or not a number. */
export function checkFrame({ width, height, lines, align }: Frame) {
  checkLength('width', width)
  checkLength('height', height)
  if (lines !== undefined && !(Number.isInteger(lines) && lines >= 1)) {
    fail('bad-frame', `the line limit of a frame is a whole number from 1, not ${lines}`)
  }
  if (align !== undefined && !aligns.includes(align)) {
    fail('bad-frame', `a frame aligns to ${aligns.join(', ')}, not '${align}'`)
  }
}

function checkLength(name: string, value: number | undefined) {
  if (value !== undefined && !(value >= 0 && value < Infinity)) {
    fail('bad-frame', `the ${name} of a frame is a number of units from 0, not ${value}`)
  }
}

export const aligns: readonly Align[] = ['start', 'center', 'end', 'left', 'right', 'justify']
