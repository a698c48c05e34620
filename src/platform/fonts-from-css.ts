import { readUnicodeRanges, type Slant, type Url } from '../fonts/index.ts'
import {
  aString,
  checkArgument,
  checkOptions,
  DotLineError,
  either,
  locationsIn,
  type Problem,
  type SourceLocation,
} from '../problem/index.ts'
import type { DescribedFont } from './fonts-options.ts'
import { aUrl } from './loading.ts'

/** Options of `fontsFromCss`. */
export interface FontsFromCssOptions {
  /** Address or folder that the style sheet is in: its relative addresses are of that. */
  readonly base?: string | Url
  /** Name of the style sheet in problems. Default: `css`. */
  readonly source?: string
}

/** The fonts of a style sheet. */
export interface CssFonts {
  /** For `openFonts`, in the order of the rules. */
  readonly files: readonly DescribedFont[]
  /** Rules that were left out. */
  readonly problems: readonly Problem[]
}

/**
 * Reads the `@font-face` rules of a style sheet (CSS Fonts 4, section 4), as packages of web fonts
 * have them: family, weight, style, the first file, and the characters that it has. Give the result
 * to `openFonts` with `loading: 'lazy'`: each file is fetched for the texts that need it.
 *
 * @returns Fonts for `files`, and rules that name no file or can't be read.
 * @throws `bad-argument`
 * @example
 * const { files } = fontsFromCss(css, { base: 'https://harbour.example/fonts/' })
 * const fonts = await openFonts({ files, loading: 'lazy' })
 */
export function fontsFromCss(css: string, options: FontsFromCssOptions = {}): CssFonts {
  checkArgument('fontsFromCss', 'css', css, aString)
  checkOptions('fontsFromCss', options, { base: either(aString, aUrl), source: aString })
  const { base, source = 'css' } = options
  const locationOf = locationsIn(css, source)
  const files: DescribedFont[] = []
  const problems: Problem[] = []
  // As long as it was, so that places stay what they are.
  const code = css.replace(comments, comment => ' '.repeat(comment.length))
  for (const rule of code.matchAll(fontFaces)) {
    const location = locationOf(rule.index, rule.index + rule[0].length)
    const font = fontOf(declarationsOf(rule[1]), base, location, problems)
    if (font) files.push(font)
  }
  if (files.length + problems.length === 0) {
    const message = `${source} has no '@font-face' rule`
    problems.push({ code: 'bad-font', severity: 'warning', message })
  }
  return { files, problems }
}

const comments = /\/\*.*?(?:\*\/|$)/gs
/** Quoted text and addresses may hold any sign. */
const fontFaces = /@font-face\s*\{((?:"[^"]*"|'[^']*'|\([^)]*\)|[^}"'(])*)\}/gi
const declarations = /([\w-]+)\s*:((?:"[^"]*"|'[^']*'|\([^)]*\)|[^;"'(])*)/g
const urls = /url\(\s*(?:"([^"]*)"|'([^']*)'|([^)"'\s]*))\s*\)/i

const declarationsOf = (body: string): ReadonlyMap<string, string> =>
  new Map(
    [...body.matchAll(declarations)].map(([, name, value]) => [name.toLowerCase(), value.trim()]),
  )

function fontOf(
  said: ReadonlyMap<string, string>,
  base: string | Url | undefined,
  location: SourceLocation,
  problems: Problem[],
): DescribedFont | undefined {
  const refuse = (message: string) => {
    problems.push({ code: 'bad-font', severity: 'warning', message, location })
    return undefined
  }
  const family = (said.get('font-family') ?? '').replace(/^(["'])(.*)\1$/s, '$2')
  if (family === '') return refuse("@font-face has no 'font-family'")
  const [match, quoted, single, bare] = urls.exec(said.get('src') ?? '') ?? []
  const url = quoted ?? single ?? bare
  if (match === undefined || url === undefined || url === '') {
    return refuse(`@font-face of '${family}' names no file`)
  }
  const weight = weightOf(said.get('font-weight') ?? 'normal')
  if (weight === undefined) {
    return refuse(`'font-weight: ${said.get('font-weight')}' of '${family}' is no weight`)
  }
  const slant = slants.find(one => said.get('font-style')?.toLowerCase().startsWith(one))
  const ranges = said.get('unicode-range')
  try {
    if (ranges !== undefined) readUnicodeRanges(ranges)
  } catch (error) {
    if (!(error instanceof DotLineError)) throw error
    return refuse(`@font-face of '${family}': ${error.message}`)
  }
  return {
    source: addressOf(url, base),
    family,
    weight,
    slant: slant ?? 'normal',
    ...(ranges !== undefined && { ranges }),
  }
}

const slants: readonly Slant[] = ['italic', 'oblique', 'normal']

function weightOf(text: string): number | readonly [number, number] | undefined {
  const words = text.toLowerCase().split(/\s+/)
  const weights = words.map(word =>
    word === 'normal' ? 400 : word === 'bold' ? 700 : Number(word),
  )
  if (weights.length > 2 || !weights.every(one => one >= 1 && one <= 1000)) return undefined
  const [least, most = least] = weights
  return least === most ? least : [Math.min(least, most), Math.max(least, most)]
}

/** Against an address, or against a folder, where there may be no addresses. */
function addressOf(url: string, base: string | Url | undefined): string {
  const isAddress = /^[a-z][a-z\d+.-]*:|^\//i
  if (base === undefined || isAddress.test(url)) return url
  const at = String(base)
  if (/^[a-z][a-z\d+.-]+:/i.test(at)) return new URL(url, at).href
  const folder = at.endsWith('/') || at === '' ? at : `${at}/`
  return folder + url.replace(/^\.\//, '')
}
