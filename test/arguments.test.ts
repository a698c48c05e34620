import * as library from 'dot-line'
import {
  DotLineError,
  defineCatalog,
  defineSheet,
  openFonts,
  richFromText,
  typesetterFor,
} from 'dot-line'
import * as canvas from 'dot-line/canvas'
import * as chart from 'dot-line/chart'
import * as chartFile from 'dot-line/chart-file'
import * as check from 'dot-line/check'
import * as document from 'dot-line/document'
import * as html from 'dot-line/html'
import * as messages from 'dot-line/messages'
import * as outline from 'dot-line/outline'
import * as pdf from 'dot-line/pdf'
import * as png from 'dot-line/png'
import * as svg from 'dot-line/svg'
import * as unicode from 'dot-line/unicode'
import * as xliff from 'dot-line/xliff'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { roundsOf } from './support/random.ts'

type Callable = (...args: unknown[]) => unknown

const fonts = await openFonts({ builtIn: ['sans'] })
const sheet = defineSheet({ inks: { deep: '#0b3d5c' }, styles: { strong: { weight: 700 } } })
const typesetter = typesetterFor({ sheet, fonts })
const catalog = defineCatalog({ late: '{boat} is late' })
const texts = chart.chartTextsFor({ sheet, fonts })
const shaped = typesetter.shape('Tern office 12')
const layout = typesetter.set('Tern ~strong[office] 12', { width: 60 })
const drawing = library.draw({ width: 100, height: 100 }, [library.place(layout, 0, 0)])
const face = library.faceOf(layout.lines[0].runs[0])

/** Everything a program can call: exports of every entry, and functions of what they give. */
function callables(): [string, Callable][] {
  const found: [string, Callable][] = []
  const add = (owner: string, object: object) => {
    for (const [name, value] of Object.entries(object)) {
      // What an error is told is the library's own, and closing fonts ends the test.
      if (typeof value !== 'function' || value === DotLineError || name === 'close') continue
      found.push([`${owner}.${name}`, (...args) => value.call(object, ...args)])
    }
  }
  for (const [name, entry] of Object.entries({
    library,
    chartFile,
    check,
    document,
    canvas,
    chart,
    html,
    messages,
    outline,
    pdf,
    png,
    svg,
    xliff,
  }))
    add(name, entry)
  add('unicode', unicode)
  for (const [name, made] of Object.entries({
    fonts,
    sheet,
    typesetter,
    catalog,
    shaped,
    face,
    texts,
  }))
    add(name, made)
  return found
}

const sensible = fc.constantFrom<unknown>(
  ...[layout, drawing, sheet, fonts, catalog, typesetter, face, texts, layout.lines[0].runs[0]],
  ...[richFromText('Tern'), library.circle(1, 1, 1, {}), { width: 40 }, { x: 1, y: 2 }, {}, []],
  ...['Tern', '', 'sans', '#fff', 'strong', 0, 1, -1, 0.5, Number.NaN, Infinity, () => 1, null],
  ...[
    { style: 'strong' },
    { widht: 3 },
    ['Tern'],
    {
      width: 200,
      height: 120,
      title: 'Tern',
      axes: { left: { scale: () => () => 1, ticks: [1] } },
    },
    [{ id: 'a', text: 'Tern', at: { kind: 'point', x: 1, y: 1 } }],
    { within: { x: 0, y: 0, width: 90, height: 90 } },
    [layout],
    [[1, 2]],
    new Uint8Array(4),
    undefined,
  ],
)
/** No figures so large that the test waits for what they ask for. */
const anyValue = fc.anything({
  withBigInt: true,
  withDate: true,
  withNullPrototype: true,
  maxDepth: 2,
})
const args = fc.array(fc.oneof(sensible, anyValue), { maxLength: 4 })

async function outcome(call: Callable, given: readonly unknown[]): Promise<unknown> {
  try {
    const value = await call(...given)
    // Chunks are written when they are asked for.
    if (typeof value === 'object' && value !== null && Symbol.iterator in value) [...(value as [])]
    return undefined
  } catch (error) {
    return error
  }
}

describe('a misspelt key', () => {
  const misspelt: readonly [string, () => unknown, string][] = [
    ['set', () => typesetter.set('Tern', { widht: 40 } as object), 'width'],
    ['shape', () => typesetter.shape('Tern', { valeus: {} } as object), 'values'],
    ['fit', () => typesetter.set('Tern', { fit: { min: 1, max: 2, mox: 3 } as never }), 'max'],
    ['ShapedText.set', () => shaped.set({ hieght: 4 } as object), 'height'],
    ['typesetterFor', () => typesetterFor({ sheet, fonts, raeder: {} } as never), 'reader'],
    ['reader', () => typesetterFor({ sheet, fonts, reader: { scael: 2 } as object }), 'scale'],
    ['place', () => library.place(layout, 0, 0, { accross: 'left' } as object), 'across'],
    ['place with an id', () => library.place(layout, 0, 0, {}, { ip: 'a' } as object), 'id'],
    ['draw', () => library.draw({ width: 1, height: 1, titel: '' } as never, []), 'title'],
    ['group', () => library.group([], { lable: 'Tern' } as object), 'label'],
    ['circle', () => library.circle(1, 1, 1, { fil: '#000' } as object), 'fill'],
    ['stroke', () => library.circle(1, 1, 1, { stroke: { inc: '#000' } as never }), 'ink'],
    ['arc', () => library.arc(1, 1, { radius: 1, form: 0, to: 9 } as never, {}), 'from'],
    ['inlineBox', () => library.inlineBox({ width: 1, heigth: 1 } as never), 'height'],
    ['span', () => library.span('Tern', { style: ['strong'] } as object), 'styles'],
    ['richToHtml', () => library.richToHtml(richFromText(''), { value: {} } as object), 'values'],
    [
      'defineCatalog',
      () => defineCatalog({}, { lang: 'en', langauge: 'en' } as object),
      'language',
    ],
    ['toSvg', () => svg.toSvg(layout, { tilte: 'Tern' } as object), 'title'],
    ['toPdf', () => pdf.toPdf(layout, { athor: 'Tern' } as object), 'author'],
    ['toPng', () => png.toPng(layout, { pixelRation: 2 } as object), 'pixelRatio'],
    ['toHtml', () => html.toHtml(layout, { fontURl: () => '' } as object), 'fontUrl'],
    ['toHtmlPage', () => html.toHtmlPage(layout, { titel: '' } as object), 'title'],
    ['toStl', () => outline.toStl(layout, { dept: 2 } as never), 'depth'],
    ['toDxf', () => outline.toDxf(layout, { tolerence: 2 } as object), 'tolerance'],
    ['openFonts', () => openFonts({ fils: [] } as object), 'files'],
    ['specimen', () => library.specimen(fonts, { familys: [] } as object), 'families'],
    ['lineBreaks', () => unicode.lineBreaks('Tern', { lineBraek: 'loose' } as object), 'lineBreak'],
  ]

  it.each(misspelt)('of %s is an error with the nearest name', async (_, call, nearest) => {
    const error = await outcome(call, [])
    expect(error).toMatchObject({ code: expect.stringMatching(/^unknown-option$/) })
    if (!(error instanceof DotLineError)) throw error
    expect([error.nearest, error.hint?.includes(nearest)]).toContain(
      error.nearest === undefined ? true : nearest,
    )
  })

  it('accepts a canvas context and refuses other objects', () => {
    const context = { roundRect() {}, globalAlpha: 1 }
    const paint = (...given: readonly unknown[]) => Reflect.apply(canvas.paintCanvas, null, given)
    expect(() => paint(context, layout, { pixelRati: 2 })).toThrow(/did you mean 'pixelRatio'/)
    expect(() => paint({}, layout)).toThrow(/must be the 2D context of a canvas, not an object/)
  })

  it('treats undefined as absent', () => {
    expect(typesetter.set('Tern', { width: undefined, values: undefined }).lines.length).toBe(1)
  })
})

describe('font families', () => {
  it('that do not exist are reported with the available ones', async () => {
    const error = await outcome(() => openFonts({ builtIn: ['sams'] as never }), [])
    expect(error).toMatchObject({
      code: 'bad-argument',
      message: expect.stringMatching(/one of sans, serif, mono/),
    })
  })
})

describe('properties at a call', () => {
  it('change the style for that text and share one style object', () => {
    const large = typesetter.set('Tern', { style: 'strong', overrides: { size: 34, ink: 'deep' } })
    expect(large.style).toMatchObject({ size: 34, weight: 700, ink: { color: '#0b3d5c' } })
    const again = typesetter.set('office', {
      style: 'strong',
      overrides: { size: 34, ink: 'deep' },
    })
    expect(again.style).toBe(large.style)
    expect(typesetter.set('Tern', { overrides: { size: '2x' } }).style.size).toBe(
      sheet.base.size * 2,
    )
  })

  it('are validated like those of a sheet', () => {
    const set = (properties: object) => () => typesetter.set('Tern', { overrides: properties })
    expect(set({ sise: 3 })).toThrow(/unknown property 'sise'.*did you mean 'size'/)
    expect(set({ ink: 'dep' })).toThrow(/no ink named 'dep'.*did you mean 'deep'/)
    expect(set({ from: 'strong' })).toThrow(/unknown property 'from'/)
    const collecting = typesetterFor({ sheet, fonts, problems: 'collect' })
    const layout = collecting.set('Tern', { overrides: { size: -3 } as object })
    expect(layout.problems[0]).toMatchObject({ code: 'bad-value', location: 'size' })
    expect(layout.text).toBe('Tern')
  })
})

describe('any argument', () => {
  it.each(callables())('%s gives a result, or a DotLineError in words', async (_, call) => {
    await fc.assert(
      fc.asyncProperty(args, async given => {
        const error = await outcome(call, given)
        if (error === undefined) return
        if (!(error instanceof DotLineError)) throw error
        expect(error.message).not.toMatch(/\[object |Symbol\(/)
      }),
      { numRuns: roundsOf(80) },
    )
  })
})
