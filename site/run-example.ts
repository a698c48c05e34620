// Runs a block of the docs as it stands: its imports are the library that this page was built with.

import type { Drawing, Layout } from 'dot-line'

const modules: Readonly<Record<string, () => Promise<object>>> = {
  'dot-line': () => import('dot-line'),
  'dot-line/canvas': () => import('dot-line/canvas'),
  'dot-line/chart': () => import('dot-line/chart'),
  'dot-line/chart-file': () => import('dot-line/chart-file'),
  'dot-line/check': () => import('dot-line/check'),
  'dot-line/document': () => import('dot-line/document'),
  'dot-line/html': () => import('dot-line/html'),
  'dot-line/messages': () => import('dot-line/messages'),
  'dot-line/pdf': () => import('dot-line/pdf'),
  'dot-line/svg': () => import('dot-line/svg'),
  'dot-line/unicode': () => import('dot-line/unicode'),
  'dot-line/xliff': () => import('dot-line/xliff'),
}

const imports = /^import\s+(?:type\s+)?(\{[^}]*\})\s+from\s+'([^']+)'\s*$/gm

/** Whether all that a block imports is here: some of the library is for Node. */
export const canRun = (code: string): boolean =>
  [...code.matchAll(imports)].every(([, , name]) => Object.hasOwn(modules, name)) &&
  !/^import/m.test(code.replace(imports, ''))

/** What a block printed, and the last text, drawing or page that it made, as SVG. */
export interface Outcome {
  readonly printed: readonly string[]
  readonly svg: string | undefined
  readonly isWrong: boolean
}

export async function runExample(code: string): Promise<Outcome> {
  const printed: string[] = []
  let made: (() => Layout | Drawing | undefined) | undefined
  let svg: string | undefined
  const loaded: Record<string, object> = {}
  for (const [, , name] of code.matchAll(imports)) {
    const load = Object.hasOwn(modules, name) ? modules[name] : undefined
    if (!load) return { printed: [`there is no module '${name}' here`], svg, isWrong: true }
    try {
      loaded[name] = watched(await load())
    } catch (error) {
      return { printed: [String(error)], svg, isWrong: true }
    }
  }
  /** The library, with an eye on what is set and drawn. */
  function watched(module: object): object {
    const seen: Record<string, unknown> = { ...module }
    const { typesetterFor, toSvg, setDocument, restyleChart } = seen
    if (typeof typesetterFor === 'function') {
      seen.typesetterFor = (...given: unknown[]) => {
        const own = typesetterFor(...given)
        return {
          ...own,
          set: (...text: unknown[]) => {
            const layout = own.set(...text)
            made = () => layout
            return layout
          },
        }
      }
    }
    if (typeof toSvg === 'function') {
      seen.toSvg = (...given: unknown[]) => {
        svg = toSvg(...given)
        return svg
      }
    }
    if (typeof restyleChart === 'function') {
      seen.restyleChart = (...given: unknown[]) => {
        const chart = restyleChart(...given)
        svg = chart.svg
        return chart
      }
    }
    if (typeof setDocument === 'function') {
      seen.setDocument = (...given: unknown[]) => {
        const set = setDocument(...given)
        made = () => set.pages()[Symbol.iterator]().next().value
        return set
      }
    }
    return seen
  }
  const body = code
    .replace(imports, (_, names: string, name: string) => {
      const plain = names.replace(/\btype\s+\w+,?/g, '').replaceAll(' as ', ': ')
      return `const ${plain} = loaded[${JSON.stringify(name)}];`
    })
    .replaceAll(' as const', '')
    // The site serves what is installed in a reader's folder.
    .replaceAll(/node_modules\/(?:dot-line\/)?/g, '')
  const print = { log: (...values: unknown[]) => printed.push(values.map(shown).join(' ')) }
  try {
    const Program = Object.getPrototypeOf(async () => {}).constructor
    await new Program('loaded', 'console', body)(loaded, print)
  } catch (error) {
    return { printed: [...printed, String(error)], svg, isWrong: true }
  }
  return { printed, svg: svg ?? (await pictureOf(made)), isWrong: false }
}

/** What was made last; none where its fonts are closed by now. */
async function pictureOf(made: (() => Layout | Drawing | undefined) | undefined) {
  try {
    const shown = made?.()
    return shown && (await import('dot-line/svg')).toSvg(shown)
  } catch {
    return undefined
  }
}

function shown(value: unknown): string {
  if (typeof value === 'string') return value.length > 300 ? `${value.slice(0, 300)}…` : value
  try {
    const text = JSON.stringify(value, (_, own) => (typeof own === 'bigint' ? String(own) : own))
    return text === undefined ? String(value) : text.length > 300 ? `${text.slice(0, 300)}…` : text
  } catch {
    return String(value)
  }
}
