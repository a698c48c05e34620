import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { deflateSync } from 'node:zlib'
import { type Drawing, draw, type Item } from 'dot-line'
import { pdfChunks, toPdf } from 'dot-line/pdf'
import { describe, expect, it } from 'vitest'
import { installed } from '../support/installed.ts'
import { pdfSource, readPdf, readText } from '../support/pdf.ts'
import { noticeMarkup, noticeValues, testSetter } from '../support/setting.ts'

const path = join(mkdtempSync(join(tmpdir(), 'dot-line-')), 'notice.pdf')

async function notice() {
  const typesetter = await testSetter()
  return typesetter.set(noticeMarkup, { style: 'body', width: 280, values: noticeValues })
}

describe('PDF', () => {
  it('has title, language and text that can be searched', async () => {
    const layout = await notice()
    const title = 'Notice (to passengers) – “Tern” ⛴'
    const read = await readPdf(toPdf([layout, layout], { title, language: 'en' }))
    expect(read).toMatchObject({ title, language: 'en' })
    expect(read.pages.length).toBe(2)
    const text = read.pages[1].map(run => run.text).join('')
    expect(text).toContain('office')
    expect(text).toContain('found difficult weather')
  })

  it('is the same bytes on each run', async () => {
    const layout = await notice()
    const deflate = (bytes: Uint8Array) => deflateSync(bytes)
    expect(toPdf(layout, { deflate })).toEqual(toPdf(await notice(), { deflate }))
    expect(toPdf(layout, { deflate, title: 'other' })).not.toEqual(toPdf(layout, { deflate }))
  })

  it('embeds subsets, not whole fonts', async () => {
    expect(toPdf(await notice()).length).toBeLessThan(40_000)
  })

  it('keeps values with PDF syntax as text', async () => {
    const values = { port: ') Tj ET endstream endobj /JS (x' }
    const layout = (await testSetter()).set('to {port}', { style: 'body', values })
    const { pages } = await readPdf(toPdf(layout, { title: values.port }))
    expect(pages[0].map(run => run.text).join('')).toBe(`to ${values.port}`)
  })

  it.runIf(installed('qpdf'))('passes an independent structure check', async () => {
    check(toPdf(await notice()))
  })
})

describe('metadata', () => {
  it('is as given, without an invented date', async () => {
    const layout = await notice()
    const plain = pdfSource(toPdf(layout))
    expect(plain).not.toMatch(/CreationDate|ModDate|Author/)
    const author = 'Harbour office (Emmerly)\\ – 港'
    const options = {
      author,
      subject: 'Winter',
      keywords: ['boats', 'times'],
      created: new Date(Date.UTC(2026, 10, 2, 7, 4, 5)),
    }
    const source = pdfSource(toPdf(layout, options))
    expect(source).toContain('/CreationDate (D:20261102070405Z)')
    const hex = (text: string) =>
      Array.from(text, c => c.charCodeAt(0).toString(16).padStart(4, '0'))
        .join('')
        .toUpperCase()
    expect(source).toContain(`/Author <FEFF${hex(author)}>`)
    expect(source).toContain(`/Keywords <FEFF${hex('boats, times')}>`)
    expect(() => toPdf(layout, { modified: new Date(Number.NaN) })).toThrow(
      'modified of a PDF must be a valid Date',
    )
  })

  it('has an identifier from the content', async () => {
    const layout = await notice()
    const id = (pdf: Uint8Array) => /\/ID \[<(\w{32})> <\1>\]/.exec(pdfSource(pdf))?.[1]
    expect(id(toPdf(layout))).toBeDefined()
    expect(id(toPdf(layout))).toBe(id(toPdf(await notice())))
    expect(id(toPdf(layout))).not.toBe(id(toPdf(layout, { title: 'other' })))
  })
})

describe('a PDF in pieces', () => {
  it('is the same file and is written page by page', async () => {
    const layout = await notice()
    const asked: number[] = []
    function* pages() {
      for (let i = 0; i < 120; i++) {
        asked.push(i)
        yield layout
      }
    }
    const pieces: Uint8Array[] = []
    let mostAhead = 0
    for (const piece of pdfChunks(pages())) {
      pieces.push(piece)
      const written = pieces.filter(one => one.length > 200).length
      mostAhead = Math.max(mostAhead, asked.length - written)
    }
    expect(mostAhead).toBeLessThanOrEqual(1)
    const whole = toPdf(Array.from({ length: 120 }, () => layout))
    expect(Buffer.concat(pieces).equals(whole)).toBe(true)
    const read = await readPdf(whole)
    expect(read.pages.length).toBe(120)
    expect(await readText(whole, 120)).toContain('Gannet Stair')
  })

  it.runIf(installed('qpdf'))('passes the check with many pages', async () => {
    const layout = await notice()
    check(toPdf(Array.from({ length: 120 }, () => layout)))
  })
})

describe('input that PDF syntax could misread', () => {
  it.each([
    ['no pages', () => toPdf([]), 'a PDF has at least one page'],
    ['nothing', () => toPdf(JSON.parse('null')), 'expected a drawing or a layout, not null'],
    ['words', () => toPdf(JSON.parse('["x"]')), "expected a drawing or a layout, not 'x'"],
    ['a rule to nowhere', () => toPdf(holding(ruleTo(Number.NaN))), 'a coordinate is NaN'],
    ['one that is infinite', () => toPdf(holding(ruleTo(Infinity))), 'a coordinate is Infinity'],
    ['one beyond all sheets', () => toPdf(holding(ruleTo(1e21))), 'a coordinate is 1e+21'],
  ])('is refused by name: %s', (_, write, message) => {
    expect(write).toThrow(message)
  })

  it('does not break the format: values, titles, languages and links', async () => {
    const typesetter = await testSetter(1, 'collect')
    const nasty = ') Tj ET Q endstream endobj \\(>> stream <script> \u0000\u0007\u001b\ud800 ]>'
    const layout = typesetter.set('~href=https://lantern.example/?a=)>>[{nasty}]', {
      style: 'body',
      values: { nasty },
    })
    expect(() => toPdf(layout, { language: 'en)>> /JS (x' })).toThrow('must be a language tag')
    const pdf = toPdf(layout, { title: nasty, language: 'en-GB', author: `${nasty})>> /JS (x` })
    const read = await readPdf(pdf)
    expect(read.language).toBe('en-GB')
    expect(read.pages[0].map(run => run.text).join('')).toContain(') Tj ET Q endstream endobj')
    // In the packet of metadata, which is XML, it is text.
    const syntax = pdfSource(pdf).replace(/<\?xpacket begin[\s\S]*?<\?xpacket end="r"\?>/, '')
    expect(syntax).not.toContain('/JS (x')
    if (installed('qpdf')) check(pdf)
    const script = typesetter.set('~href=javascript:alert[x]', { style: 'body' })
    expect(script.problems.map(problem => problem.message)).toContain(
      "a link may not start with 'javascript:'",
    )
    expect(pdfSource(toPdf(script))).not.toContain('/URI')
  })
})

function check(pdf: Uint8Array) {
  writeFileSync(path, pdf)
  const { status, stdout } = spawnSync('qpdf', ['--check', path], { encoding: 'utf8' })
  expect(stdout).toContain('No syntax or stream encoding errors')
  expect(status).toBe(0)
}

const ruleTo = (x: number): Item => ({
  kind: 'rule',
  from: [0, 0],
  to: [x, 0],
  width: 1,
  ink: { kind: 'solid', color: '#000000', opacity: 1 },
})

/** A drawing with an item that nothing has checked. */
function holding(item: Item): Drawing {
  return { ...draw({ width: 100, height: 100 }, []), items: [item] }
}
