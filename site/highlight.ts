// Colors in code, by the grammars of a package.
import core from 'highlight.js/lib/core'
import bash from 'highlight.js/lib/languages/bash'
import css from 'highlight.js/lib/languages/css'
import json from 'highlight.js/lib/languages/json'
import typescript from 'highlight.js/lib/languages/typescript'
import xml from 'highlight.js/lib/languages/xml'

core.registerLanguage('bash', bash)
core.registerLanguage('css', css)
core.registerLanguage('json', json)
core.registerLanguage('ts', typescript)
core.registerLanguage('xml', xml)

const grammars: Readonly<Record<string, string>> = {
  ts: 'ts',
  tsx: 'ts',
  js: 'ts',
  json: 'json',
  html: 'xml',
  sh: 'bash',
  css: 'css',
}

/** Code as HTML with its words in spans; undefined for a language without a grammar. */
export function highlighted(code: string, language: string): string | undefined {
  const grammar = grammars[language]
  return grammar && core.highlight(code, { language: grammar }).value
}
