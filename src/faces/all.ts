import type { BuiltInFace } from '../platform/fonts-options.ts'
import { mono } from './mono.ts'
import { sans } from './sans.ts'
import { serif } from './serif.ts'

/** All built-in faces: 2.7 MB. */
export const allFaces: readonly BuiltInFace[] = [...sans, ...serif, ...mono]
