/** As deep as browsers go; deeper nesting is no text, and costs more than it is worth. */
export const deepest = 512

/** Styles by HTML element. */
export type StyleByElement = Readonly<Record<string, string>>

/** Styles by HTML element. If several elements have one style, the first is written. */
export const elementStyles: StyleByElement = {
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

/** The style of links, as far as the sheet has one. */
export const linkStyle = 'link'

/** The overrides for each of these styles if the sheet has no style of that name. */
export const otherwise: Readonly<
  Record<string, readonly (readonly [name: string, value: string])[]>
> = {
  strong: [['weight', 'bold']],
  emphasis: [['slant', 'italic']],
  underline: [['underline', 'true']],
  strike: [['strike', 'true']],
  subscript: [['variantPosition', 'sub']],
  superscript: [['variantPosition', 'super']],
  small: [['size', '0.85x']],
  mark: [],
  code: [['family', 'mono']],
  link: [['underline', 'true']],
}

/** Elements that stand apart from what is before and behind them (HTML, 15.3, `display: block`). */
export const blockTags: ReadonlySet<string> = new Set(
  (
    'address article aside blockquote body caption center dd details dialog dir div dl dt fieldset ' +
    'figcaption figure footer form h1 h2 h3 h4 h5 h6 header hgroup hr html legend li main menu nav ol ' +
    'optgroup option p pre search section summary table tbody tfoot thead tr ul'
  ).split(' '),
)

/** Cells of a row, which a tab parts. */
export const cellTags: ReadonlySet<string> = new Set(['td', 'th'])
