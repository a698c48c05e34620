export { cssEscape, cssString, defaultPrefix } from './css-text.ts'
export { colorText, hexBytes } from './hex.ts'
export { htmlText, xmlText } from './markup-text.ts'
