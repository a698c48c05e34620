import { greatest } from '../blocks/index.ts'
import {
  type Box,
  type Drawing,
  defineSheet,
  draw,
  group,
  type Item,
  type Layout,
  path,
  place,
  rectangle,
  typesetterFor,
} from '../core.ts'
import { type Packed, packedPages } from './packed-pages.ts'
import {
  captionOf,
  generalText,
  type ProofOptions,
  type ProofText,
  type ProofTexts,
  proofTexts,
} from './proof-texts.ts'

/** Paper on its side (ISO 216, A4), in points; wider and higher where a text is. */
const paper = { width: 842, height: 595 }
const margin = 36
const gap = 12
/** Around a text in its card. */
const padding = 9
const leastNotes = 150

const sheet = defineSheet({
  inks: {
    ink: '#143344',
    quiet: '#4b6473',
    found: '#ad3a20',
    changed: '#1a5478',
    page: '#ffffff',
    line: '#c6d4db',
    room: '#a3b6c0',
  },
  styles: {
    defaults: { language: 'en', ink: 'ink', size: 9, leading: 1.35 },
    title: { size: 16, weight: 700 },
    section: { size: 12, weight: 700 },
    caption: { size: 8, ink: 'quiet' },
    code: { weight: 700, ink: 'found' },
    moved: { ink: 'changed' },
  },
})

/**
 * A proof on paper, for PDF and PNG: every text at its place, at each scale and in each language,
 * findings outlined and numbered. Captions use the built-in sans if it is open, else the first
 * family. Throws as `check` does.
 */
export function proofDrawings(options: ProofOptions): readonly Drawing[] {
  const proof = proofTexts('proofDrawings', options)
  const { set } = typesetterFor({ sheet, fonts: options.fonts, problems: 'collect' })
  const captions = captionsWith(set)
  const rows: Packed[] = []
  for (const name of proof.places) {
    const texts = proof.texts.filter(({ unit }) => unit.place.name === name)
    if (texts.length === 0) continue
    rows.push(heading(captions.line(name, 'section'), 2))
    for (const text of texts) rows.push(card(text, proof.numbers, captions))
  }
  const general = proof.findings.filter(({ place: at }) => at === '')
  if (general.length > 0) {
    rows.push(heading(captions.line('Wherever they stand', 'section'), 2))
    for (const finding of general) {
      const number = proof.numbers.get(finding) ?? 0
      const note = captions.note(
        number,
        finding.code,
        generalText(finding),
        paper.width - 2 * margin,
      )
      rows.push({ ...sizeOf(note), isWide: true, items: [place(note, 0, 0)] })
    }
  }
  const width = greatest(
    rows.map(row => row.width + 2 * margin),
    paper.width,
  )
  const height = greatest(
    rows.map(row => row.height + 2 * margin + 40),
    paper.height,
  )
  const title = heading(captions.line(proof.title, 'title'), 1)
  const room = { width: width - 2 * margin, height: height - 2 * margin, gap }
  return packedPages([title, ...rows], room).map(items =>
    draw({ width, height, title: proof.title, language: 'en', background: 'page', sheet }, [
      items.map(({ x, y, packed }) => moved(packed.items, x + margin, y + margin)),
    ]),
  )
}

type Set = ReturnType<typeof typesetterFor>['set']
type Captions = ReturnType<typeof captionsWith>

function captionsWith(set: Set) {
  return {
    line: (text: string, style: string) => set('{text}', { style, values: { text } }),
    wrapped: (text: string, style: string, width: number) =>
      set('{text}', { style, width, values: { text } }),
    note: (number: number, code: string, message: string, width: number) =>
      set('{number}. ~code[{code}] {message}', { width, values: { number, code, message } }),
  }
}

const sizeOf = ({ width, height }: Layout) => ({ width, height })

const heading = (text: Layout, level: number): Packed => ({
  ...sizeOf(text),
  isWide: true,
  isHead: true,
  items: [group([place(text, 0, 0)], { role: 'heading', level })],
})

/** A text in its room, above it which it is, below what is found. */
function card(text: ProofText, numbers: ProofTexts['numbers'], captions: Captions): Packed {
  const { layout, background, before, findings, moved: changes, unit, situation } = text
  const caption = captions.line(captionOf(text), 'caption')
  const boxOf = (one: Layout) => ({
    width: situation.width ?? one.width,
    height: Math.max(unit.place.height ?? 0, one.height),
  })
  const sides = before ? [before, { layout, background }] : [{ layout, background }]
  const items: Item[] = []
  const put = (shown: Layout, y: number) => items.push(place(shown, padding, y))
  let y = padding
  put(caption, y)
  y += caption.height + 6
  let x = padding
  let deepest = 0
  for (const [i, side] of sides.entries()) {
    const box = boxOf(side.layout)
    const name = before && captions.line(i === 0 ? 'was' : 'is', 'caption')
    const top = y + (name ? name.height + 2 : 0)
    if (name) items.push(place(name, x, y))
    items.push(rectangle({ x, y: top, ...box }, side.background))
    items.push(outlined({ x, y: top, ...box }, findings.length > 0 ? 'found' : 'room'))
    items.push(place(side.layout, x, top))
    deepest = Math.max(deepest, top + Math.max(box.height, side.layout.height))
    // Text that overflows is shown, and nothing else is placed over it.
    x += Math.max(box.width, side.layout.textWidth) + gap
  }
  const inner = Math.max(x - gap - padding, caption.width, findings.length > 0 ? leastNotes : 0)
  y = deepest + 6
  const notes = [
    ...(changes.length > 0 ? [captions.wrapped(changes.join('; '), 'moved', inner)] : []),
    ...findings.map(finding =>
      captions.note(numbers.get(finding) ?? 0, finding.code, finding.message, inner),
    ),
  ]
  for (const note of notes) {
    put(note, y)
    y += note.height + 3
  }
  const size = { width: inner + 2 * padding, height: y - (notes.length > 0 ? 3 : 6) + padding }
  const edge = outlined({ x: 0, y: 0, ...size }, findings.length > 0 ? 'found' : 'line')
  return { ...size, items: [edge, ...items] }
}

const outlined = ({ x, y, width, height }: Box, ink: 'found' | 'line' | 'room') =>
  path(`M${x} ${y}h${width}v${height}h${-width}z`, {
    stroke: { ink: sheet.ink(ink), width: 0.75 },
  })

/** Items of a card, at its place on the page. */
function moved(items: readonly Item[], x: number, y: number): Item {
  return { kind: 'group', matrix: { xx: 1, yx: 0, xy: 0, yy: 1, dx: x, dy: y }, items }
}
