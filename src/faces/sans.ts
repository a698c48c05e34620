import type { BuiltInFace } from '../platform/fonts-options.ts'
import { sans400 } from './sans-400.ts'
import { sans400Italic } from './sans-400-italic.ts'
import { sans700 } from './sans-700.ts'
import { sans700Italic } from './sans-700-italic.ts'

/** Sans serif: regular and bold, upright and italic. */
export const sans: readonly BuiltInFace[] = [sans400, sans400Italic, sans700, sans700Italic]
