import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  builtInFaces,
  defineSheet,
  engineUrl,
  faceOf,
  openShelf,
  type Typesetter,
  typesetter,
} from 'dot-line'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'

const sheet = defineSheet({
  styles: {
    body: { family: 'sans' },
    strong: { weight: 700 },
    print: { family: 'serif' },
    harbour: { family: ['sans', 'Harbour'] },
  },
})

/** Names of the faces that a text is set in. */
function facesOf(setter: Typesetter, markup: string, style = 'body') {
  const { lines, problems } = setter.set(markup, { style })
  const names = lines.flatMap(line => line.runs.map(run => faceOf(run).postScriptName))
  const codes = problems.map(problem => problem.code)
  return { names: [...new Set(names)], codes: [...new Set(codes)] }
}

describe('a shelf whose faces are loaded when they are used', () => {
  it('has one face from the start, and fetches another when text wants it', async () => {
    const shelf = await openShelf({ load: 'when-used' })
    const setter = typesetter({ sheet, shelf })
    expect(shelf.families).toEqual(['sans', 'serif', 'mono'])
    expect(facesOf(setter, 'Boats')).toEqual({ names: ['SourceSans3-Regular'], codes: [] })
    let changes = 0
    const end = shelf.onChange(() => changes++)
    const before = facesOf(setter, 'Boats ~strong[late]')
    expect(before).toEqual({ names: ['SourceSans3-Regular'], codes: ['awaited-face'] })
    // Asked for a hundred times, fetched once.
    for (let i = 0; i < 100; i++) facesOf(setter, `Boat ${i} ~strong[late]`)
    await shelf.settled()
    expect(changes).toBe(1)
    expect(facesOf(setter, 'Boats ~strong[late]')).toEqual({
      names: ['SourceSans3-Regular', 'SourceSans3-Bold'],
      codes: [],
    })
    end()
    const stoodIn = facesOf(setter, 'Boats', 'print')
    expect(stoodIn).toEqual({ names: ['SourceSans3-Regular'], codes: ['awaited-face'] })
    await shelf.settled()
    expect(changes).toBe(1)
    expect(facesOf(setter, 'Boats', 'print').names).toEqual(['SourceSerif4-Regular'])
    shelf.close()
  })

  it('sets the same lines as a shelf that had them from the start, once they are there', async () => {
    const [later, whole] = [await openShelf({ load: 'when-used' }), await openShelf()]
    const markup = 'Boats ~strong[to ~emphasis,slant=italic[Quillhaven]] ~family=mono[07:45]'
    const lines = (shelf: typeof later) =>
      typesetter({
        sheet: defineSheet({ styles: { strong: { weight: 700 }, emphasis: {} } }),
        shelf,
      })
        .set(markup, { width: 90 })
        .lines.map(line => [line.x, line.baseline, line.width, line.runs.map(run => run.text)])
    lines(later)
    await later.settled()
    expect(lines(later)).toEqual(lines(whole))
  })

  it('begins with the first family or face that is named', async () => {
    const shelf = await openShelf({ builtIn: ['serif', 'sans'], load: 'when-used' })
    expect(shelf.isAwaited('serif', { weight: 400, slant: 'normal' })).toBe(false)
    expect(shelf.isAwaited('serif', { weight: 700, slant: 'normal' })).toBe(true)
    expect(shelf.isAwaited('sans', { weight: 400, slant: 'normal' })).toBe(true)
    const faces = await openShelf({ builtIn: [{ family: 'mono', weight: 700 }, 'sans'] })
    expect(faces.facesOf('mono').map(face => face.weight)).toEqual([700])
  })

  it('fetches another family only when the first lacks a character', async () => {
    const shelf = await openShelf({
      builtIn: ['sans'],
      load: 'when-used',
      fonts: [{ source: fontFiles.thai, family: 'Harbour' }],
    })
    const setter = typesetter({ sheet, shelf })
    expect(facesOf(setter, 'Boats', 'harbour').codes).toEqual([])
    await shelf.settled()
    expect(shelf.isAwaited('Harbour', { weight: 400, slant: 'normal' })).toBe(true)
    expect(facesOf(setter, 'เรือ ไทย', 'harbour').codes).toContain('awaited-face')
    expect(facesOf(setter, 'เรือ ไทย', 'harbour').codes).not.toContain('missing-glyph')
    await shelf.settled()
    const { names, codes } = facesOf(setter, 'Boats เรือ', 'harbour')
    expect(codes).toEqual([])
    expect(names.length).toBe(2)
    expect(shelf.find({ name: 'Harbour' }).map(face => face.family)).toEqual(['Harbour'])
  })

  it('goes on without a face that cannot be fetched, and says so', async () => {
    const broken = join(mkdtempSync(join(tmpdir(), 'dotline-')), 'broken.ttf')
    writeFileSync(broken, 'no font')
    for (const source of ['nowhere.ttf', broken]) {
      const shelf = await openShelf({ load: 'when-used', fonts: [{ source, family: 'Harbour' }] })
      const setter = typesetter({
        sheet: defineSheet({ styles: { body: { family: 'Harbour' } } }),
        shelf,
      })
      let changes = 0
      shelf.onChange(() => changes++)
      expect(facesOf(setter, 'Boats').codes).toEqual(['awaited-face'])
      await shelf.settled()
      expect(changes).toBe(1)
      expect(facesOf(setter, 'Boats')).toEqual({
        names: ['SourceSans3-Regular'],
        codes: ['missing-family'],
      })
      expect(shelf.problems.map(problem => problem.message).join()).toContain(source)
    }
  })

  it('drops what comes after it was closed', async () => {
    const shelf = await openShelf({ load: 'when-used' })
    shelf.onChange(() => expect.fail('told after it was closed'))
    facesOf(typesetter({ sheet, shelf }), '~strong[late]')
    const settled = shelf.settled()
    shelf.close()
    await settled
    expect(() => shelf.face('sans', { weight: 700, slant: 'normal' })).toThrow('closed')
  })

  it('takes what a described font is said to be before what it says itself', async () => {
    const font = {
      source: fontFiles.thai,
      family: 'Harbour',
      weight: 700,
      slant: 'italic',
    } as const
    const shelf = await openShelf({ builtIn: [], fonts: [font] })
    expect(shelf.facesOf('Harbour')).toMatchObject([{ weight: 700, slant: 'italic' }])
  })

  it('refuses choices and descriptions that mean nothing', async () => {
    const open = (options: object) => openShelf(options)
    await expect(open({ builtIn: [{ family: 'sans', weight: 300 }] })).rejects.toThrow('weight')
    await expect(open({ builtIn: ['sanz'] })).rejects.toThrow('builtIn')
    await expect(open({ load: 'later' })).rejects.toThrow('at-once, when-used')
    await expect(open({ fonts: [{ source: 'a.ttf' }] })).rejects.toThrow('family')
    await expect(open({ fonts: [{ source: 'a.ttf', famly: 'A', family: 'A' }] })).rejects.toThrow(
      "no option 'famly'",
    )
  })
})

it('says where its own files are', () => {
  expect(builtInFaces.length).toBe(12)
  expect(engineUrl.pathname).toMatch(/assets\/wasm\/harfbuzz\.wasm$/)
  expect(builtInFaces[0]).toMatchObject({ family: 'sans', weight: 400, slant: 'normal' })
})
