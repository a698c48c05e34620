// The workbench as dotline preview serves it: with the files that were named, and what they become.

import { openFonts, readCatalog, richToMarkup } from 'dot-line'
import { messageFormat } from 'dot-line/messages'
import { openWorkbench, type WorkFiles } from './workbench.ts'

/** What the server has. */
interface Served {
  readonly sheet: { readonly name: string; readonly text: string }
  readonly catalogs: readonly {
    readonly name: string
    readonly text: string
    /** Undefined where the name of its file says none. */
    readonly language?: string
    readonly isMessages: boolean
  }[]
  readonly values: Readonly<
    Record<string, WorkFiles['valuesOf'] extends (key: string) => infer V ? V : never>
  >
  readonly fonts: readonly string[]
  readonly hasProof: boolean
  /** How often files had been written when these were read. */
  readonly changes: number
}

const served = async (): Promise<Served> => (await fetch('/served.json')).json()

/** What a catalog is in whose file says no language (RFC 5646, section 2.2.1). */
const undetermined = 'und'

function filesOf({ sheet, catalogs, values }: Served): WorkFiles {
  const languages = catalogs.map(({ language = undetermined }) => language)
  const read = catalogs.map(({ name, text, isMessages }, i) => {
    try {
      return readCatalog(text, {
        ...{ source: name, language: languages[i], problems: 'collect' },
        ...(isMessages && { syntax: messageFormat }),
      })
    } catch {
      // What is no JSON is told of by the proof, with its place.
      return undefined
    }
  })
  const inLanguage = (language: string) => read.find(one => one?.language === language)
  const valuesOf = (key: string) => values[key] ?? {}
  return {
    sheet,
    languages: languages.length > 0 ? [...new Set(languages)] : [undetermined],
    keys: [...new Set(read.flatMap(one => one?.keys ?? []))],
    valuesOf,
    markupOf(key, language) {
      const catalog = inLanguage(language)
      if (!catalog?.has(key)) return undefined
      const [text] = catalog.cases(key)
      return text.sourceText === '' ? richToMarkup(text) : text.sourceText
    },
  }
}

const first = await served()
const bench = openWorkbench(filesOf(first), await openFonts({ files: first.fonts }))
if (first.hasProof) {
  const link = document.createElement('a')
  link.href = '/proof'
  link.textContent = 'Proof'
  document.querySelector('h1')?.after(link)
}
new EventSource(`/changes?since=${first.changes}`).addEventListener('message', async () =>
  bench.update(filesOf(await served())),
)
