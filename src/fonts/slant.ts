/** Upright, slanted by design, or slanted by the program (OpenType, `slnt` and `ital`). */
export type Slant = 'normal' | 'italic' | 'oblique'
