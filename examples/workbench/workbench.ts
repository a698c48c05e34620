// The place to make a sheet by eye: sheet and markup are edited, and seen at once at six scales and
// three widths, light and dark, in any language.

import {
  DotLineError,
  defineSheet,
  type Fonts,
  type Problem,
  problemLine,
  readSheet,
  type Sheet,
  type Values,
  writeCss,
  writeTokens,
} from 'dot-line'
import { applyEdits, modify } from 'jsonc-parser'
import { found } from '../found.ts'
import { showCells } from './cells.ts'
import { completeIn, completing } from './completion.ts'
import { showControls, showFamilies } from './controls.ts'
import { historyOf } from './history.ts'

/** What is worked at. */
export interface WorkFiles {
  readonly sheet: { readonly name: string; readonly text: string }
  /** BCP 47 tags. */
  readonly languages: readonly string[]
  readonly keys: readonly string[]
  /** The markup of a text; undefined where a language has none. */
  markupOf(key: string, language: string): string | undefined
  /** What fills its values. */
  valuesOf(key: string): Values
}

const sheetField = found('#sheet', HTMLTextAreaElement)
const markupField = found('#markup', HTMLTextAreaElement)
const language = found('#language', HTMLSelectElement)
const style = found('#style', HTMLSelectElement)
const guides = found('#guides', HTMLInputElement)
const key = found('#key', HTMLSelectElement)
const [undo, redo] = ['#undo', '#redo'].map(id => found(id, HTMLButtonElement))

/** Opens the page with files, which can be others later; what was edited stays to be undone to. */
export function openWorkbench(first: WorkFiles, fonts: Fonts): { update(files: WorkFiles): void } {
  let files = first
  const offer = () => {
    choose(
      language,
      files.languages.map(tag => [tag, nameOf(tag)]),
    )
    choose(
      key,
      files.keys.map(name => [name, name]),
    )
  }
  const markupNow = () => files.markupOf(key.value, language.value) ?? ''
  offer()
  const work = historyOf({ sheet: files.sheet.text, markup: markupNow() })
  /** The last sheet that could be read: what is seen while another is written. */
  let sheet: Sheet = defineSheet({ styles: {} })

  function readWork(): readonly Problem[] {
    try {
      sheet = readSheet(work.current.sheet, { source: files.sheet.name })
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
      ...{ sheet, fonts },
      markup: current.markup,
      style: style.value,
      language: language.value,
      guides: guides.checked,
      values: files.valuesOf(key.value),
    })
    listProblems('#markup-problems', problems, markupField)
    showControls(sheet, change)
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
  for (const chooser of [language, key]) {
    chooser.addEventListener('input', () => {
      work.add({ ...work.current, markup: markupNow() }, false)
      show()
    })
  }
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
      sheet: () => [files.sheet.name.replace(/^.*[/\\]/, ''), work.current.sheet],
      tokens: () => ['sheet.tokens.json', JSON.stringify(writeTokens(sheet).tokens, undefined, 2)],
      css: () => ['sheet.css', writeCss(sheet)],
    }
    let file: readonly [string, string] | undefined
    try {
      file = written[kind]?.()
    } catch (error) {
      if (!(error instanceof DotLineError)) throw error
      listProblems('#sheet-problems', error.problems, sheetField)
    }
    if (!file) return
    const [name, text] = file
    const link = document.createElement('a')
    link.href = URL.createObjectURL(new Blob([text], { type: 'text/plain' }))
    link.download = name
    link.click()
    URL.revokeObjectURL(link.href)
  })
  showFamilies(fonts, change)
  show()
  document.documentElement.dataset.ready = 'true'
  return {
    update(others) {
      const before = { sheet: files.sheet.text, markup: markupNow() }
      files = others
      offer()
      // Only what changed on the disk is taken: what is being edited here stays.
      const { current } = work
      const next = {
        sheet: files.sheet.text === before.sheet ? current.sheet : files.sheet.text,
        markup: markupNow() === before.markup ? current.markup : markupNow(),
      }
      if (next.sheet !== current.sheet || next.markup !== current.markup) work.add(next, false)
      show()
    },
  }
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

/** The choices of a list; what was chosen stays chosen where it is still there. */
function choose(select: HTMLSelectElement, choices: readonly (readonly [string, string])[]) {
  const before = select.value
  const options = choices.map(([value, name]) => new Option(name, value, false, value === before))
  select.replaceChildren(...options)
}

/** A language by its own name. */
function nameOf(tag: string): string {
  try {
    return new Intl.DisplayNames([tag], { type: 'language' }).of(tag) ?? tag
  } catch {
    return tag
  }
}
