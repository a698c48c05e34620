export { catalogJson } from './catalog-json.ts'
export { readXliff, type XliffOptions, type XliffTexts } from './read-xliff.ts'
export { toXliff, type XliffTarget } from './to-xliff.ts'
