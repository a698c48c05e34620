export type Slant = 'normal' | 'italic' | 'oblique'

/** A size as stated: so many units, or so many times the size around it. */
export type Size =
  | { readonly kind: 'units'; readonly units: number }
  | { readonly kind: 'times'; readonly factor: number }

/** Distance of baselines: times the size, or units. */
export type Leading =
  | { readonly kind: 'times'; readonly factor: number }
  | { readonly kind: 'units'; readonly units: number }
