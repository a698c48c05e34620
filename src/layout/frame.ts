import { aBoolean, anything, described, type Fields, fail } from '../problem/index.ts'
import type { Continuation } from './continuation.ts'

/** Alignment of lines in their frame. */
export type Align = 'start' | 'center' | 'end' | 'left' | 'right' | 'justify'

/** Width, height and line limit of a text. */
export interface Frame {
  /** Width, in units. Without it, lines end only where paragraphs do. */
  readonly width?: number
  /** Maximum number of lines. Default: that of the style. */
  readonly maxLines?: number
  /** In units; lines that do not go into it are left out. */
  readonly height?: number
  /** Alignment of lines. Default: that of the style. */
  readonly align?: Align
  /** Takes the text up where another layout of it left off: its `continuation`. */
  readonly continuation?: Continuation | undefined
  /** The text goes on in another frame, so the last line has no ellipsis. */
  readonly continues?: boolean
}

/** The expected value of each key of a frame; `checkFrame` checks the values further. */
export const frameFields: Fields<Frame> = {
  width: anything,
  height: anything,
  maxLines: anything,
  align: anything,
  continuation: anything,
  continues: aBoolean,
}

/** Throws on what only a mistake in a program gives: a width that is negative or not a number. */
export function checkFrame({ width, height, maxLines, align, continuation: from }: Frame) {
  if (from !== undefined && !(Number.isInteger(from?.offset) && from.offset >= 0)) {
    fail('bad-frame', 'continuation must be that of a layout of this text')
  }
  checkLength('width', width)
  checkLength('height', height)
  if (maxLines !== undefined && !(Number.isInteger(maxLines) && maxLines >= 1)) {
    fail('bad-frame', `maxLines must be a whole number from 1, not ${described(maxLines)}`)
  }
  if (align !== undefined && !aligns.includes(align)) {
    fail('bad-frame', `align must be one of ${aligns.join(', ')}, not ${described(align)}`)
  }
}

function checkLength(name: string, value: number | undefined) {
  if (value !== undefined && !(Number.isFinite(value) && value >= 0)) {
    const given = described(value)
    fail('bad-frame', `the ${name} of a frame must be a number of units from 0, not ${given}`)
  }
}

export const aligns: readonly Align[] = ['start', 'center', 'end', 'left', 'right', 'justify']

/** Whether a word of a page is an alignment. */
export const isAlign = (value: string | null | undefined): value is Align =>
  aligns.some(align => align === value)
