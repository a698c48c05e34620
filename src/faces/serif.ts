import type { BuiltInFace } from '../platform/fonts-options.ts'
import { serif400 } from './serif-400.ts'
import { serif400Italic } from './serif-400-italic.ts'
import { serif700 } from './serif-700.ts'
import { serif700Italic } from './serif-700-italic.ts'

/** Serif: regular and bold, upright and italic. */
export const serif: readonly BuiltInFace[] = [serif400, serif400Italic, serif700, serif700Italic]
