// The place to make a sheet by eye: sheet and markup are edited, and seen at once at five scales and
// three widths, light and dark, in any language.

import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import arabicBold from '@expo-google-fonts/noto-sans-arabic/700Bold/NotoSansArabic_700Bold.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import hebrewBold from '@expo-google-fonts/noto-sans-hebrew/700Bold/NotoSansHebrew_700Bold.ttf?url'
import {
  DotLineError,
  openShelf,
  type Problem,
  problemLine,
  readSheet,
  type Sheet,
  writeCss,
  writeTokens,
} from 'dot-line'
import { applyEdits, modify } from 'jsonc-parser'
import { found } from '../found.ts'
import sheetJson from '../lantern-sound/sheet.json?raw'
import ar from '../lantern-sound/strings.ar.json' with { type: 'json' }
import de from '../lantern-sound/strings.de.json' with { type: 'json' }
import el from '../lantern-sound/strings.el.json' with { type: 'json' }
import en from '../lantern-sound/strings.en.json' with { type: 'json' }
import he from '../lantern-sound/strings.he.json' with { type: 'json' }
import ja from '../lantern-sound/strings.ja.json' with { type: 'json' }
import { showCells } from './cells.ts'
import { completeIn, completing } from './completion.ts'
import { showControls, showFamilies } from './controls.ts'
import { historyOf } from './history.ts'

const catalogs: Readonly<Record<string, { readonly board: { readonly notice: string } }>> = {
  ...{ en, de, el, ar, he, ja },
}
const sheetField = found('#sheet', HTMLTextAreaElement)
const markupField = found('#markup', HTMLTextAreaElement)
const language = found('#language', HTMLSelectElement)
const style = found('#style', HTMLSelectElement)
const guides = found('#guides', HTMLInputElement)
const [undo, redo] = ['#undo', '#redo'].map(id => found(id, HTMLButtonElement))

/** The notice of the board, without what only its application fills in. */
const noticeIn = (code: string) =>
  catalogs[code].board.notice.replace('{lamp} ', '').replace('{port}', 'Saint Orrin’s Landing')

const shelf = await openShelf({ fonts: [arabic, arabicBold, hebrew, hebrewBold, japanese] })
const work = historyOf({ sheet: sheetJson, markup: noticeIn('en') })
/** The last sheet that could be read: what is seen while another is written. */
let sheet: Sheet = readSheet(sheetJson, 'sheet.json')

function readWork(): readonly Problem[] {
  try {
    sheet = readSheet(work.current.sheet, 'sheet.json')
    return []
  } catch (error) {
    if (error instanceof DotLineError) return error.problems
    throw error
  }
}

function show() {
  const { current } = work
  if (sheetField.value !== current.sheet) sheetField.value = current.sheet
  if (markupField.value !== current.markup) markupField.value = current.markup
  undo.disabled = !work.canUndo
  redo.disabled = !work.canRedo
  listProblems('#sheet-problems', readWork(), sheetField)
  const names = ['defaults', ...sheet.styleNames.filter(name => name !== 'defaults')]
  const chosen = names.includes(style.value)
    ? style.value
    : names.includes('body')
      ? 'body'
      : names[0]
  style.replaceChildren(...names.map(name => new Option(name, name, false, name === chosen)))
  const { problems } = showCells(found('#cells', HTMLDivElement), {
    ...{ sheet, shelf },
    markup: current.markup,
    style: style.value,
    language: language.value,
    guides: guides.checked,
  })
  listProblems('#markup-problems', problems, markupField)
  showControls(sheet, change)
}

/** Problems with their places, which a click leads to. */
function listProblems(selector: string, problems: readonly Problem[], field: HTMLTextAreaElement) {
  const items = problems.map(problem => {
    const item = document.createElement('li')
    item.className = problem.severity
    const button = document.createElement('button')
    button.type = 'button'
    button.textContent = problemLine(problem)
    button.addEventListener('click', () => {
      const { location } = problem
      const place = typeof location === 'object' ? location : { start: 0, end: 0 }
      field.focus()
      field.setSelectionRange(place.start, place.end)
    })
    item.append(button)
    return item
  })
  found(selector, HTMLUListElement).replaceChildren(...items)
}

/** A control's value, written at its place in the sheet; all else of it stays as it is. */
function change(path: readonly string[], value: unknown) {
  const edits = modify(work.current.sheet, [...path], value, {
    formattingOptions: { tabSize: 2, insertSpaces: true },
  })
  work.add({ ...work.current, sheet: applyEdits(work.current.sheet, edits) }, false)
  show()
}

/** Letters that are typed between two frames are seen with the next. */
let frame = 0
const typed = () => {
  work.add({ sheet: sheetField.value, markup: markupField.value }, true)
  if (frame !== 0) return
  frame = requestAnimationFrame(() => {
    frame = 0
    show()
  })
}
completeIn(markupField, found('#markup-words', HTMLUListElement), before => {
  // In the head of a span: a style, behind the tilde or a comma.
  const head = /~(?:[^[\]~{}]*,)?([\w-]*)$/.exec(before)
  return head
    ? { from: before.length - head[1].length, words: completing(sheet.styleNames, head[1]) }
    : undefined
})
completeIn(sheetField, found('#sheet-words', HTMLUListElement), before => {
  const name = /"([\w-]*)$/.exec(before)
  if (!name) return undefined
  const properties = sheet.why('body').map(({ property }) => property)
  const known = [...sheet.inkNames, ...sheet.sizeNames, ...sheet.styleNames, ...properties]
  return { from: before.length - name[1].length, words: completing([...new Set(known)], name[1]) }
})
sheetField.addEventListener('input', typed)
markupField.addEventListener('input', typed)
undo.addEventListener('click', () => {
  work.undo()
  show()
})
redo.addEventListener('click', () => {
  work.redo()
  show()
})
language.addEventListener('input', () => {
  work.add({ ...work.current, markup: noticeIn(language.value) }, false)
  show()
})
for (const control of [style, guides]) control.addEventListener('input', show)
found('#open', HTMLInputElement).addEventListener('change', async event => {
  const [file] = (event.target instanceof HTMLInputElement && event.target.files) || []
  if (!file) return
  work.add({ ...work.current, sheet: await file.text() }, false)
  show()
})
found('#save', HTMLSelectElement).addEventListener('change', event => {
  if (!(event.target instanceof HTMLSelectElement)) return
  const kind = event.target.value
  event.target.value = ''
  const written: Record<string, () => readonly [string, string]> = {
    sheet: () => ['sheet.json', work.current.sheet],
    tokens: () => ['sheet.tokens.json', JSON.stringify(writeTokens(sheet).tokens, undefined, 2)],
    css: () => ['sheet.css', writeCss(sheet)],
  }
  const [name, text] = written[kind]?.() ?? []
  if (name === undefined || text === undefined) return
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type: 'text/plain' }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
})
showFamilies(shelf, change)
show()
document.documentElement.dataset.ready = 'true'
