import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Box, Measured } from '../pages/containers.ts'
import { openPage, type ServedPage } from '../support/browser.ts'

let served: ServedPage

beforeAll(async () => {
  served = await openPage('test/pages', 'containers.html', {
    viewport: { width: 1280, height: 800 },
  })
  await served.page.waitForFunction('window.containersReady')
})
afterAll(async () => {
  await served?.close()
})

const words = [
  'Quillhaven',
  'Boats to Saint Orrin’s Landing are late by an hour and more, and nobody knows why.',
  'Brackwater-under-Heugh, 07:45 and 09:10',
  'Lighthousekeeperscottages by the north-westerly harbor wall',
]
const texts: fc.Arbitrary<Box> = fc.record({
  css: fc.constantFrom(
    '',
    '',
    'margin: 4px 0',
    'padding: 3px 6px',
    'max-width: 180px',
    'flex: 1',
    'min-width: 0',
  ),
  text: fc.constantFrom(...words),
})

/** Boxes that each may hold any other. */
const kinds: readonly Pick<Box, 'css' | 'tag'>[] = [
  { css: '' },
  { css: 'padding: 5px; border: 1px solid' },
  { css: 'display: flex; gap: 8px' },
  { css: 'display: flex; flex-wrap: wrap; gap: 4px' },
  { css: 'display: flex; flex-direction: column; align-items: start' },
  { css: 'display: flex; align-items: baseline; justify-content: space-between' },
  { css: 'display: grid; grid-template-columns: 1fr auto' },
  { css: 'display: grid; grid-template-columns: minmax(0, 1fr) minmax(min-content, 200px)' },
  { css: 'display: inline-block' },
  { css: 'display: table' },
  { css: 'width: min-content' },
  { css: 'width: max-content; max-width: 100%' },
  { css: 'width: fit-content' },
  { css: 'columns: 2' },
  { css: 'position: relative; left: 3px' },
  { css: 'position: absolute; left: 0; top: 0' },
  { css: 'float: left' },
  { css: 'float: right; max-width: 50%' },
  { css: 'aspect-ratio: 2 / 1; width: 60%' },
  { css: 'container-type: inline-size' },
  { css: '', tag: 'fieldset' },
  { css: '', tag: 'details' },
  { css: 'position: static', tag: 'dialog' },
  { css: 'text-align: start', tag: 'button' },
]
const trees = fc.letrec<{ box: Box; tree: Box }>(tie => ({
  box: fc
    .tuple(fc.constantFrom(...kinds), fc.array(tie('tree'), { minLength: 1, maxLength: 3 }))
    .map(([kind, boxes]) => ({ ...kind, boxes })),
  tree: fc.oneof({ maxDepth: 4, depthSize: 'medium' }, texts, tie('box')),
}))

async function measured(tree: Box, width: number, direction: string): Promise<Measured> {
  return served.page.evaluate(([box, units, dir]) => window.measureBoxes(box, units, dir), [
    tree,
    width,
    direction,
  ] as const)
}

/** A float of the page shortens lines that the layout does not know. */
function expectSame({ plain, ours }: Measured, what: string) {
  expect(ours).toHaveLength(plain.length)
  for (const [i, box] of plain.entries()) {
    for (const [side, units] of box.entries()) {
      expect(Math.abs(ours[i][side] - units), `${what}, text ${i}, ${'xywh'[side]}`).toBeLessThan(1)
    }
  }
}

/** How many columns stand in each other, at most. Lines in parts of parts are not compared. */
function columnDepth({ css, boxes = [] }: Box): number {
  return (css.includes('columns') ? 1 : 0) + Math.max(0, ...boxes.map(columnDepth))
}

describe('a text element in any box', () => {
  it.each(kinds)('has the box of a plain element: $tag $css', async kind => {
    const tree = {
      css: 'display: flex',
      boxes: [{ ...kind, boxes: words.map(text => ({ css: '', text })) }],
    }
    for (const width of [120, 260, 390, 900]) {
      for (const direction of ['ltr', 'rtl']) {
        expectSame(await measured(tree, width, direction), `${width} ${direction}`)
      }
    }
  })

  it('shows letters that no font has as the page does, with one problem', async () => {
    const text = 'Ferry 🚢 to 渡し場 and กาแฟ, every day 🌊 but Sunday'
    await served.page.evaluate('window.fieldProblems.length = 0')
    for (const width of [120, 260, 900]) {
      const tree = { css: 'display: flex', boxes: [{ css: '', text }] }
      expectSame(await measured(tree, width, 'ltr'), `${width}`)
    }
    expect(await served.page.evaluate('window.fieldProblems')).toEqual(['platform-face'])
  })

  it.each(['dialog', 'popover', 'details', 'contenteditable'])(
    'has the box of a plain element in a %s that is opened later',
    async kind => {
      const [plain, ours, text] = await served.page.evaluate<
        [number[], number[], string]
      >(`(async () => {
        const kind = '${kind}'
        const words = ${JSON.stringify(words[1])}
        const around = document.createElement(kind === 'dialog' || kind === 'details' ? kind : 'div')
        around.style.width = '300px'
        if (kind === 'popover') around.popover = 'auto'
        if (kind === 'contenteditable') around.contentEditable = 'true'
        const plain = document.createElement('div')
        plain.className = 'plain'
        plain.textContent = words
        const text = document.createElement('dot-line')
        text.setAttribute('text-style', 'body')
        text.setAttribute('markup', words)
        around.append(plain, text)
        document.querySelector('main').replaceChildren(around)
        await window.provider.settled()
        if (kind === 'dialog') around.showModal()
        if (kind === 'popover') around.showPopover()
        if (kind === 'details') around.open = true
        await new Promise(resolve => requestAnimationFrame(() => setTimeout(resolve, 50)))
        await window.provider.settled()
        const sizes = [plain, text].map(one => [one.getBoundingClientRect().width, one.getBoundingClientRect().height])
        const shown = text.shadowRoot.textContent
        around.remove()
        return [...sizes, shown]
      })()`)
      expect(plain[0]).toBeGreaterThan(200)
      expect(text).toBe(words[1])
      for (const [i, units] of plain.entries()) expect(Math.abs(ours[i] - units)).toBeLessThan(1)
    },
  )

  it('flows beside a float as the page does, and says so', async () => {
    await served.page.evaluate('window.fieldProblems.length = 0')
    const float = { css: 'float: left; width: 150px; height: 60px', boxes: [] }
    const tree = { css: 'width: 390px', boxes: [float, { css: '', text: words[1] }] }
    expectSame(await measured(tree, 600, 'ltr'), 'beside')
    expect(await served.page.evaluate('window.fieldProblems')).toEqual(['beside-float'])
    const below = { css: 'width: 390px', boxes: [float, { css: 'clear: both', text: words[1] }] }
    expectSame(await measured(below, 600, 'ltr'), 'below')
    expect(await served.page.evaluate('window.fieldProblems.length')).toBe(1)
  })

  it('has the box of a plain element in random trees', async () => {
    await fc.assert(
      fc.asyncProperty(
        trees.box,
        fc.constantFrom(120, 260, 390, 900),
        fc.constantFrom('ltr', 'rtl'),
        async (tree, width, direction) => {
          fc.pre(columnDepth(tree) < 2)
          expectSame(await measured(tree, width, direction), `${width} ${direction}`)
        },
      ),
      {
        numRuns: 60,
        endOnFailure: true,
        examples: [
          // Its block is in two columns, and its padding in one of them.
          [{ css: 'columns: 2', boxes: [{ css: 'padding: 3px 6px', text: words[1] }] }, 900, 'ltr'],
        ],
      },
    )
  })
})
