import {
  DotLineError,
  draw,
  image,
  openImage,
  readCatalog,
  richFromHtml,
  typesetterFor,
} from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { jpeg, pngs } from '../support/pictures.ts'
import { mutatedText, mutatedValue, type Next, numbers, pick, roundsOf } from '../support/random.ts'
import { builtInFonts, sheet } from '../support/setting.ts'

/** Both happen, work and refusals: or the mutations would tell nothing. */
async function expectOutcomes(rounds: number, use: (next: Next) => unknown) {
  const next = numbers(20261127)
  let worked = 0
  for (let round = 0; round < rounds; round++) {
    try {
      await use(next)
      worked++
    } catch (error) {
      if (!(error instanceof DotLineError)) throw new Error(`round ${round}`, { cause: error })
    }
  }
  expect(worked).toBeGreaterThan(0)
  expect(worked).toBeLessThan(rounds)
}

/** Bytes of a file changed, most of them near its head; or cut short. */
function broken(bytes: Uint8Array, next: Next): Uint8Array<ArrayBuffer> {
  const copy = new Uint8Array(bytes)
  for (let i = 0; i < 1 + next(6); i++) {
    copy[next(next(2) === 0 ? Math.min(64, copy.length) : copy.length)] = next(256)
  }
  return next(6) === 0 ? copy.slice(0, next(copy.length)) : copy
}

describe('input from elsewhere works or is refused with a DotLineError', () => {
  it('images, in every target', async () => {
    const files = [...Object.values(pngs), jpeg]
    await expectOutcomes(roundsOf(360), async next => {
      const picture = await openImage(broken(pick(next, files), next))
      const shown = draw({ width: 60, height: 50 }, [
        image({ x: 5, y: 10, width: 40, height: 20 }, picture),
      ])
      pick(next, [toSvg, toPdf, toPng])(shown)
    })
  })

  it('catalogs, and the texts in them', async () => {
    const strings = {
      board: { late: '{boat} is ~strong[late]', links: '~link,href="/a b"[{port}]' },
      notice: 'Boats to ~size=2x,ink=flare[{port}]\nleave at {time}',
    }
    const odd = [null, 4, '', {}, [], '~strong[', '{', '~x=[a]', { a: { b: '~[' } }, '\ud800']
    const typesetter = typesetterFor({ sheet, fonts: await builtInFonts(), problems: 'collect' })
    await expectOutcomes(roundsOf(360), next => {
      const json = JSON.stringify(mutatedValue(strings, next, odd))
      const text =
        next(2) === 0 ? json : mutatedText(json, next, ['~', '[', ']', '{', '}', '"', ','])
      const catalog = readCatalog(text, { language: pick(next, ['en', 'ar', 'tr']) })
      for (const key of catalog.keys) {
        typesetter.set(catalog.text(key, { boat: 'Tern', port: 'Ardle', extra: 1 }), { width: 90 })
      }
    })
  })

  it('HTML', async () => {
    const html =
      '<p>Boats <b class="alert">late</b> to <a href="/x">Ardle<br>Point</a></p><ul><li>a'
    const parts = ['<', '>', '</b>', '<p>', '&amp', '&#x0;', '<!--', '"', '<script>', '<b><i>', '=']
    const typesetter = typesetterFor({ sheet, fonts: await builtInFonts(), problems: 'collect' })
    const next = numbers(20261128)
    for (let round = 0; round < roundsOf(360); round++) {
      const { rich } = richFromHtml(mutatedText(html, next, parts))
      expect(typesetter.set(rich, { width: 90 }).problems).toBeDefined()
    }
  })
})
