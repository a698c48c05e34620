import { draw, rectangle } from 'dot-line'
import type { BlockSource, PlacedSource } from 'dot-line/document'
import { describe, expect, it } from 'vitest'
import { sentence, set, textsOf } from '../support/documents.ts'
import { numbers } from '../support/random.ts'

const page = { size: [400, 300], margin: 40 } as const
const text = (content: readonly BlockSource[], name: string, more: object = {}) => {
  for (const one of set({ page, blocks: content, ...more }).pages()) {
    const found = textsOf(one.items).find(({ layout }) => layout.text === name)
    if (found) return found
  }
  throw new Error(`no text ${name}`)
}
const placed = (at: PlacedSource['at'], more: Partial<PlacedSource> = {}): BlockSource => ({
  kind: 'placed',
  text: 'here',
  at,
  ...more,
})
const title: BlockSource = { kind: 'heading', text: 'Boats', id: 'title' }

describe('a placed text', () => {
  it('is at its coordinates, from the top left', () => {
    const { x, y } = text([placed({ x: 12, y: 250 })], 'here')
    expect([x, y]).toEqual([12, 250])
  })

  it.each([
    ['start', 'top', undefined, 40, 40],
    ['end', 'bottom', undefined, 360, 260],
    ['center', 'center', undefined, 200, 150],
    ['end', 'top', 10, 390, 10],
  ] as const)('stands at the page: %s, %s', (across, down, inset, right, bottom) => {
    const at = { across, down, ...(inset !== undefined && { inset }) }
    const { x, y, layout } = text([placed(at)], 'here')
    const share = { start: 0, center: 0.5, end: 1 }[across]
    const depth = { top: 0, center: 0.5, bottom: 1 }[down]
    expect(x + layout.width * share).toBeCloseTo(right, 6)
    expect(y + layout.height * depth).toBeCloseTo(bottom, 6)
  })

  it('is mirrored in documents from right to left', () => {
    const { x, layout } = text([placed({ across: 'start', down: 'top' })], 'here', {
      language: 'ar',
    })
    expect(x + layout.width).toBeCloseTo(360, 6)
  })

  it('is beside the block with its id and takes no room there', () => {
    const rest: BlockSource = { kind: 'paragraph', text: 'flows' }
    const plain = text([title, rest], 'flows')
    const content = [title, placed({ side: 'bottom', of: 'title', gap: 8 }), rest]
    const own = text(content, 'Boats')
    const below = text(content, 'here')
    expect([below.x, below.y]).toEqual([40, own.y + own.layout.height + 8])
    expect(text(content, 'flows').y).toBe(plain.y)
    const above = text([title, placed({ side: 'top', of: 'title', align: 'end' })], 'here')
    expect(above.y + above.layout.height).toBeCloseTo(own.y, 6)
    expect(above.x + above.layout.width).toBeCloseTo(360, 6)
  })

  it('may be beside another placed block, in any order', () => {
    const content = [
      placed({ side: 'end', of: 'second', gap: 5 }, { text: 'third' }),
      placed(
        { side: 'end', of: 'first', gap: 5, align: 'center' },
        { text: 'second', id: 'second' },
      ),
      placed({ x: 50, y: 60 }, { text: 'first', id: 'first', style: 'document-heading-1' }),
    ]
    const [first, second, third] = ['first', 'second', 'third'].map(name => text(content, name))
    expect(second.x).toBeCloseTo(first.x + first.layout.width + 5, 6)
    expect(third.x).toBeCloseTo(second.x + second.layout.width + 5, 6)
    expect(second.y + second.layout.height / 2).toBeCloseTo(first.y + first.layout.height / 2, 6)
  })

  it('is on the page of its neighbor, once', () => {
    const filler: BlockSource = { kind: 'paragraph', text: sentence(numbers(2), 400), id: 'long' }
    const content = [
      placed({ side: 'bottom', of: 'title' }),
      placed({ side: 'top', of: 'long' }, { text: 'once' }),
      filler,
      title,
    ]
    const pages = [...set({ page, blocks: content }).pages()].map(one =>
      textsOf(one.items).map(({ layout }) => layout.text),
    )
    const last = pages[pages.length - 1]
    expect(last.slice(last.indexOf('Boats'))).toEqual(['Boats', 'here'])
    expect(pages.flat().filter(name => name === 'here' || name === 'once')).toHaveLength(2)
    expect(pages[0]).toContain('once')
  })

  it('may be a picture, and is reported where it leaves the page', () => {
    const artwork = new Map([
      [
        'box',
        draw({ width: 30, height: 20 }, [
          rectangle({ x: 0, y: 0, width: 30, height: 20 }, '#123456'),
        ]),
      ],
    ])
    const picture: BlockSource = {
      kind: 'placed',
      artwork: 'box',
      alt: 'A box',
      at: { x: 380, y: 290 },
    }
    const laid = set({ page, blocks: [picture] }, { artwork })
    const [first] = [...laid.pages()]
    expect(JSON.stringify(first.items)).toContain('"label":"A box"')
    // What it lays out a second time, to draw it, it tells once.
    expect(laid.problems.map(({ code, location }) => [code, location])).toEqual([
      ['over-page', 'blocks[0]'],
    ])
  })

  it.each([
    [
      [placed({ side: 'bottom', of: 'titel' }), title],
      "something is placed beside 'titel', and nothing",
    ],
    [[placed({ side: 'bottom', of: 'titel' }), title], "did you mean 'title'?"],
    [
      [
        placed({ side: 'bottom', of: 'b' }, { id: 'a' }),
        placed({ side: 'bottom', of: 'a' }, { id: 'b' }),
      ],
      "'b' is placed beside itself: b, a, b",
    ],
    [[placed({ side: 'bottom', of: 'a' }, { id: 'a' })], "'a' is placed beside itself"],
    [[{ kind: 'placed', text: 'x' }], "'at' of a placed is missing"],
    [[placed({ x: 1 } as PlacedSource['at'])], 'blocks[0].at must be { x, y }'],
  ])('tells of places that there are not %#', (content, message) => {
    expect(() => set({ page, blocks: content as BlockSource[] })).toThrow(message)
  })
})
