// What benchmarks look at inside, with the rest of the library: one copy of each module.
export * from '../src/index.node.ts'
export { chosenStops } from '../src/layout/break/planned-lines.ts'
export { breakable, layoutTools } from '../src/layout/index.ts'
export { openHyphenation } from '../src/platform/hyphenation.ts'
export { shapeParagraph } from '../src/shaping/index.ts'
