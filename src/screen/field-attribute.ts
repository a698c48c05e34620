/** Names a style of the sheet for a field or a button of the page. */
export const fieldAttribute = 'data-dotline-style'
