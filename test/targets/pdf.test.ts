import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { deflateSync } from 'node:zlib'
import { toPdf } from 'dot-line/pdf'
import { describe, expect, it } from 'vitest'
import { readPdf } from '../support/pdf.ts'
import { noticeMarkup, noticeValues, testSetter } from '../support/setting.ts'

const path = join(mkdtempSync(join(tmpdir(), 'dot-line-')), 'notice.pdf')
const installed = (command: string) => spawnSync(command, ['--version']).error === undefined

async function notice() {
  const setter = await testSetter()
  return setter.set(noticeMarkup, { style: 'body', width: 280, values: noticeValues })
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

  it('keeps values with PDF syntax in them as text', async () => {
    const values = { port: ') Tj ET endstream endobj /JS (x' }
    const layout = (await testSetter()).set('to {port}', { style: 'body', values })
    const { pages } = await readPdf(toPdf(layout, { title: values.port }))
    expect(pages[0].map(run => run.text).join('')).toBe(`to ${values.port}`)
  })

  it.runIf(installed('qpdf'))('passes an independent structure check', async () => {
    writeFileSync(path, toPdf(await notice()))
    const { status, stdout } = spawnSync('qpdf', ['--check', path], { encoding: 'utf8' })
    expect(stdout).toContain('No syntax or stream encoding errors')
    expect(status).toBe(0)
  })

  it.runIf(installed('pdftotext'))('gives its text to a second reader', async () => {
    const layout = await notice()
    writeFileSync(path, toPdf(layout))
    const { stdout } = spawnSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' })
    const words = (text: string) => text.split(/\s+/).filter(word => word !== '')
    expect(words(stdout)).toEqual(words(layout.text))
  })
})
