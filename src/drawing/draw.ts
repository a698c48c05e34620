import type { Box } from '../geometry/index.ts'
import { checkLayout, type Layout } from '../layout/index.ts'
import {
  aBoolean,
  aLanguage,
  allowedLink,
  allowedLinks,
  anything,
  aShare,
  aString,
  being,
  checkOptions,
  described,
  fail,
  isObject,
  linkScheme,
  made,
  oneOf,
  type Problem,
} from '../problem/index.ts'
import { aSheet, type Sheet } from '../sheet/index.ts'
import { anInk, asChecked, checkedItems } from './check-items.ts'
import { checkFinite, checkLength } from './checks.ts'
import { type Drawing, type GroupItem, type Item, isDrawing } from './drawing.ts'
import { inkBoxOf } from './ink-box.ts'
import type { InkOrName } from './ink-from.ts'
import { outsideProblems } from './outside.ts'
import { place } from './place.ts'
import { rectangle } from './shapes.ts'

/** Options of `draw`. */
export interface DrawingOptions {
  /** Width, in units. */
  readonly width: number
  /** Height, in units. */
  readonly height: number
  /** Title, for screen readers and documents. */
  readonly title?: string
  /** A longer description of the picture, read out after the title. */
  readonly description?: string
  /** BCP 47 tag. */
  readonly language?: string
  /** Paints the whole box first. */
  readonly background?: InkOrName
  /** The sheet whose inks are meant by name. */
  readonly sheet?: Sheet
}

/**
 * A drawing of a size, from items and lists of items. Texts that reach beyond it are problems.
 *
 * @param options Width and height in units; title, language and background.
 * @param items Items, or lists of items; the first is painted first.
 * @returns A drawing, for every target.
 * @throws `bad-item`, `bad-coordinate`, `bad-ink`
 * @example
 * draw({ width: 200, height: 80 }, [rectangle(box, '#f4fafc'), place(layout, 16, 16)])
 */
export function draw(options: DrawingOptions, items: readonly (Item | readonly Item[])[]): Drawing {
  checkOptions('draw', options, {
    width: anything,
    height: anything,
    title: aString,
    description: aString,
    language: aLanguage,
    background: anInk,
    sheet: aSheet,
  })
  const { width, height, title, description, language, background, sheet } = options
  checkFinite('a drawing', { width, height })
  checkLength('a drawing', 'width', width)
  checkLength('a drawing', 'height', height)
  const box = { x: 0, y: 0, width, height }
  const below = background === undefined ? [] : [rectangle(box, background, 0, sheet)]
  const all = [...below, ...checkedItems('a drawing', items)]
  let problems: readonly Problem[] | undefined
  return {
    [made]: true,
    kind: 'drawing',
    box,
    ...(title !== undefined && { title }),
    ...(description !== undefined && { description }),
    ...(language !== undefined && { language }),
    items: all,
    // The ink of a page of text takes longer than its lines: of most drawings no one asks for it.
    get problems() {
      problems ??= outsideProblems(all, box)
      return problems
    },
  }
}

/** Meaning of a group for screen readers. */
export interface GroupOptions {
  /** A role of WAI-ARIA, such as `figure`, `heading`, `list`. */
  readonly role?: string
  /** BCP 47 tag. */
  readonly language?: string
  /** Title, for screen readers and documents. */
  readonly title?: string
  /** Text that is read out instead of the items. */
  readonly label?: string
  /** Address of a link: http, https, mailto, tel or relative. */
  readonly link?: string
  /** 0 to 1: the items are painted together, and then shown so far. */
  readonly opacity?: number
  /** Level of a heading, 1 to 6; 1 is the highest. */
  readonly level?: number
  /** Id of the group in its document. */
  readonly id?: string
  /** Parts of one id on several pages of a document are one, as a paragraph that goes on. */
  readonly continues?: boolean
  /** Number of columns that a table cell spans. */
  readonly columnSpan?: number
  /** Over how many rows it goes. */
  readonly rowSpan?: number
  /** Counter of a list. A list without it has no numbers. */
  readonly counter?: 'decimal' | 'lower-alpha'
  /** The number before an item of a list: it is read out, and is a label in a PDF. */
  readonly isMarker?: boolean
}

const wholeFromOne = being(
  'a whole number from 1',
  value => Number.isInteger(value) && Number(value) >= 1,
)

/**
 * Several items as one, with their meaning. Throws `forbidden-link`.
 *
 * @param items Items of the group.
 * @param options Role, label, link, id and language.
 * @example
 * group([bars, labels], { role: 'figure', label: 'Passengers a month' })
 */
export function group(
  items: readonly (Item | readonly Item[])[],
  options: GroupOptions = {},
): GroupItem {
  checkOptions('group', options, {
    role: aString,
    language: aLanguage,
    title: aString,
    label: aString,
    link: aString,
    opacity: aShare,
    level: wholeFromOne,
    id: aString,
    continues: aBoolean,
    columnSpan: wholeFromOne,
    rowSpan: wholeFromOne,
    counter: oneOf('decimal', 'lower-alpha'),
    isMarker: aBoolean,
  })
  const { role, language, title, label, link, opacity } = options
  const { level, id, continues, columnSpan, rowSpan, counter, isMarker } = options
  if (link !== undefined && !allowedLink(link)) {
    fail('forbidden-link', `a link may not start with '${linkScheme(link)}:'`, {
      hint: allowedLinks,
    })
  }
  return asChecked({
    kind: 'group',
    ...(role !== undefined && { role }),
    ...(language !== undefined && { language }),
    ...(title !== undefined && { title }),
    ...(label !== undefined && { label }),
    ...(link !== undefined && { link }),
    ...(opacity !== undefined && { opacity }),
    ...(level !== undefined && { level }),
    ...(id !== undefined && { id }),
    ...(continues !== undefined && { continues }),
    ...(columnSpan !== undefined && { columnSpan }),
    ...(rowSpan !== undefined && { rowSpan }),
    ...(counter !== undefined && { counter }),
    ...(isMarker !== undefined && { isMarker }),
    items: checkedItems('a group', items),
  })
}

function layoutDrawing(layout: Layout): Drawing {
  const known = drawings.get(layout)
  if (known) return known
  const own = madeDrawing(layout)
  drawings.set(layout, own)
  return own
}

/** A layout may be painted again for each frame of a page. */
const drawings = new WeakMap<Layout, Drawing>()

/**
 * A layout as a drawing of its own: its frame, and where glyphs reach beyond that, as an italic's
 * last letter may, as much more, in whole units, as shows them unclipped.
 */
function madeDrawing(layout: Layout): Drawing {
  const items = [place(layout, 0, 0)]
  const frame = { x: 0, y: 0, width: layout.width, height: layout.height }
  const ink = inkBoxOf(items)
  const box = ink ? frameWithInk(frame, ink) : frame
  return { [made]: true, kind: 'drawing', box, items, problems: layout.problems }
}

/** A layout as a drawing; a drawing is returned unchanged. Throws on anything else. */
export function asDrawing(shown: Drawing | Layout): Drawing {
  if (isObject(shown) && shown.kind === 'layout') {
    checkLayout('a target', shown)
    return layoutDrawing(shown)
  }
  if (isDrawing(shown)) return shown
  return fail('bad-drawing', `expected a drawing or a layout, not ${described(shown)}`, {
    hint: 'draw() makes a drawing, set() a layout',
  })
}

function frameWithInk(frame: Box, ink: Box): Box {
  const x = Math.min(frame.x, Math.floor(ink.x))
  const y = Math.min(frame.y, Math.floor(ink.y))
  const right = Math.max(frame.x + frame.width, wholeAbove(frame.width, ink.x + ink.width))
  const bottom = Math.max(frame.y + frame.height, wholeAbove(frame.height, ink.y + ink.height))
  return { x, y, width: right - x, height: bottom - y }
}

/** The frame's edge, or that plus as many whole units as the ink reaches beyond it. */
function wholeAbove(edge: number, ink: number): number {
  return ink <= edge ? edge : edge + Math.ceil(ink - edge)
}
