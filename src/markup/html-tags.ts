/** As deep as browsers go; deeper nesting is no text, and costs more than it is worth. */
export const deepest = 512

/** Which tag of HTML stands for which style; the user can change it. */
export type TagStyles = Readonly<Record<string, string>>

/** By the meaning that HTML gives each tag. Of tags with one style, the first is written. */
export const tagStyles: TagStyles = {
  strong: 'strong',
  b: 'strong',
  em: 'emphasis',
  i: 'emphasis',
  u: 'underline',
  ins: 'underline',
  s: 'strike',
  del: 'strike',
  sub: 'subscript',
  sup: 'superscript',
  small: 'small',
  mark: 'mark',
  code: 'code',
}
