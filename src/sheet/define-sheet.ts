import * as v from 'valibot'
import { DotLineError, errorProblem, fail, nearestName, type Problem } from '../problem/index.ts'
import { type Ink, inkFromColor } from './ink.ts'
import { readProperties, type SheetNames } from './read-style.ts'
import { type CheckedSheet, propertyNames, propertySchemas, sheetSchema } from './schema.ts'
import { type Path, pathText, type SheetProblem, schemaProblems } from './schema-problems.ts'
import type { SheetSource } from './source.ts'
import { initialStyle, type StatedStyle, type Style, statedOver, styleWithin } from './style.ts'

/** A set of named styles, inks, sizes and families, checked. */
export interface Sheet<S extends string = string, I extends string = string> {
  readonly styleNames: readonly S[]
  readonly inkNames: readonly I[]
  /** What a style states, with what it builds on; undefined where there is none of that name. */
  stated(name: string): StatedStyle | undefined
  /** A style with nothing left open. Throws `unknown-style`. */
  style(name: S): Style
  /** Throws `unknown-ink`. */
  ink(name: I): Ink
  /** Reads properties written as text, as markup overrides are; problems carry no place. */
  override(properties: Readonly<Record<string, string>>): {
    readonly stated: StatedStyle
    readonly problems: readonly Problem[]
  }
}

/** Says where a path of the sheet stands in the file it was read from. */
export type Locate = (path: Path) => Problem['place']

/**
 * Checks a sheet and makes it ready. All its mistakes are thrown as one `DotLineError`, whose
 * `problems` lists them, each with its path.
 */
export function defineSheet<const S extends string, const I extends string, const Z extends string>(
  source: SheetSource<S, I, Z>,
): Sheet<S, I> {
  return checkedSheet(source, path => pathText(path))
}

/** As `defineSheet`, for a sheet of any origin: `locate` gives problems their places. */
export function checkedSheet<S extends string, I extends string>(
  source: unknown,
  locate: Locate,
): Sheet<S, I> {
  const parsed = v.safeParse(sheetSchema, source)
  if (!parsed.success) throw allProblems(schemaProblems(parsed.issues), locate)
  const found: SheetProblem[] = []
  const names = readNames(parsed.output, found)
  const stated = readStyles(parsed.output, names, found)
  if (found.length > 0) throw allProblems(found, locate)
  const nearest = (name: string) => nearestName(name, stated.keys())
  return {
    styleNames: [...stated.keys()] as S[],
    inkNames: [...names.inks.keys()] as I[],
    stated: name => stated.get(name),
    style(name) {
      const style = stated.get(name)
      if (style) return styleWithin(initialStyle, style)
      return fail('unknown-style', `no style named '${name}'`, { nearest: nearest(name) })
    },
    ink(name) {
      const hint = nearestName(name, names.inks.keys())
      return (
        names.inks.get(name) ?? fail('unknown-ink', `no ink named '${name}'`, { nearest: hint })
      )
    },
    override: properties => readOverride(properties, names),
  }
}

function allProblems(found: readonly SheetProblem[], locate: Locate): DotLineError {
  const problems = found.map(({ path, problem }) => ({ ...problem, place: locate(path) }))
  return new DotLineError(problems[0], problems)
}

function readNames(sheet: CheckedSheet, found: SheetProblem[]): SheetNames {
  const inks = new Map<string, Ink>()
  for (const [name, color] of Object.entries(sheet.inks ?? {})) {
    const ink = inkFromColor(color)
    if (ink) inks.set(name, ink)
    else {
      const problem = errorProblem('bad-ink', `'${color}' is not a color`, {
        hint: 'a color as CSS writes it, such as #0b3d5c',
      })
      found.push({ path: ['inks', name], problem })
    }
  }
  const families = Object.entries(sheet.families ?? {}).map(
    ([name, list]) => [name, typeof list === 'string' ? [list] : list] as const,
  )
  return { inks, families: new Map(families), sizes: new Map(Object.entries(sheet.sizes ?? {})) }
}

/** Every style with what it builds on, each read once, parents before children. */
function readStyles(sheet: CheckedSheet, names: SheetNames, found: SheetProblem[]) {
  const read = new Map<string, StatedStyle>()
  const styles = new Map(Object.entries(sheet.styles))
  const parentsOf = (name: string) => [styles.get(name)?.from ?? []].flat()
  for (const first of styles.keys()) {
    const waiting = [first]
    while (waiting.length > 0) {
      const name = waiting[waiting.length - 1]
      const missing = parentsOf(name).filter(parent => styles.has(parent) && !read.has(parent))
      const circle = missing.find(parent => waiting.includes(parent))
      if (circle) {
        const names = [...waiting.slice(waiting.indexOf(circle)), circle].join(' > ')
        const problem = errorProblem('style-circle', `styles build on themselves: ${names}`)
        found.push({ path: ['styles', name, 'from'], problem })
      } else if (missing.length > 0) {
        waiting.push(missing[0])
        continue
      }
      waiting.pop()
      if (!read.has(name)) read.set(name, readStyle(name, parentsOf(name)))
    }
  }
  return new Map([...styles.keys()].map(name => [name, read.get(name) ?? {}]))

  function readStyle(name: string, parents: readonly string[]): StatedStyle {
    let stated: StatedStyle = {}
    for (const parent of parents) {
      stated = statedOver(stated, read.get(parent) ?? {})
      if (styles.has(parent)) continue
      const problem = errorProblem('unknown-style', `no style named '${parent}'`, {
        nearest: nearestName(parent, styles.keys()),
      })
      found.push({ path: ['styles', name, 'from'], problem })
    }
    const own = readProperties(styles.get(name) ?? {}, names, (property, problem) => {
      found.push({ path: ['styles', name, property], problem })
    })
    return statedOver(stated, own)
  }
}

const overrideSchema = v.partial(v.strictObject(propertySchemas))

function readOverride(properties: Readonly<Record<string, string>>, names: SheetNames) {
  const problems: Problem[] = []
  const known: Record<string, string | number> = {}
  for (const [name, text] of Object.entries(properties)) {
    if (propertyNames.includes(name)) known[name] = /^\d+(\.\d+)?$/.test(text) ? Number(text) : text
    else {
      const nearest = nearestName(name, propertyNames)
      problems.push(errorProblem('unknown-property', `unknown property '${name}'`, { nearest }))
    }
  }
  const parsed = v.safeParse(overrideSchema, known)
  if (!parsed.success) {
    problems.push(...schemaProblems(parsed.issues).map(({ problem }) => problem))
    return { stated: {}, problems }
  }
  const stated = readProperties(parsed.output, names, (_, problem) => problems.push(problem))
  return { stated, problems }
}
