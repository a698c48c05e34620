/** Patterns by which words are divided, of the package `hyphen`. */
declare module 'hyphen/*' {
  const language: {
    readonly patterns: import('./layout/measure/hyphenation.ts').HyphenationPatterns
  }
  export default language
}
