import type { BuiltInFace } from '../platform/fonts-options.ts'
import { mono400 } from './mono-400.ts'
import { mono400Italic } from './mono-400-italic.ts'
import { mono700 } from './mono-700.ts'
import { mono700Italic } from './mono-700-italic.ts'

/** Monospaced: regular and bold, upright and italic. */
export const mono: readonly BuiltInFace[] = [mono400, mono400Italic, mono700, mono700Italic]
