import { DotLineError, defineSheet, openFonts, typesetterFor } from 'dot-line'
import { toPdf } from 'dot-line/pdf'
import { toSvg } from 'dot-line/svg'
import { describe, expect, it } from 'vitest'
import { type Next, numbers, roundsOf } from './random.ts'

/** A file with some of its bytes changed, most of them where lengths and offsets stand; or cut short. */
function mutated(bytes: Buffer, next: (below: number) => number): Buffer {
  const copy = Buffer.from(bytes)
  const changes = 1 + next(8)
  for (let i = 0; i < changes; i++) {
    const at = next(next(2) === 0 ? Math.min(1024, copy.length) : copy.length)
    copy[at] = next(3) === 0 ? [0, 0x7f, 0x80, 0xff][next(4)] : next(256)
  }
  return next(8) === 0 ? copy.subarray(0, next(copy.length)) : copy
}

const sheet = defineSheet({ styles: {} })

/** Opens a font, sets a text in it, and writes it: what a program does that is handed one. */
async function use(bytes: Buffer, isDocument: boolean): Promise<void> {
  const fonts = await openFonts({ builtIn: [], files: [bytes] })
  try {
    const [family] = fonts.families
    const named = sheet.with({ styles: { defaults: { family } } })
    const layout = typesetterFor({ sheet: named, fonts, problems: 'collect' }).set(
      'Tern office 12',
      {
        width: 60,
      },
    )
    toSvg(layout)
    if (isDocument) toPdf(layout)
  } finally {
    fonts.close()
  }
}

const rounds = roundsOf(110)
/** A document starts a module of its own; it is written in one round of so many. */
const documentEvery = 8

/** A file with bytes changed in some of its tables, which documents are made of. */
function mutatedTables(bytes: Buffer, tags: readonly string[], next: Next): Buffer {
  const copy = Buffer.from(bytes)
  const count = copy.readUInt16BE(4)
  const tables = Array.from({ length: count }, (_, i) => 12 + i * 16).filter(at =>
    tags.includes(copy.toString('latin1', at, at + 4)),
  )
  for (let i = 0; i < 1 + next(3); i++) {
    const at = tables[next(tables.length)]
    const [offset, length] = [copy.readUInt32BE(at + 8), copy.readUInt32BE(at + 12)]
    copy[offset + next(Math.min(length, 64))] = [0, 1, 0x7f, 0xff][next(4)]
  }
  return copy
}

/** Writes documents with a font whose tables of metrics and outlines are broken. */
export function describeBrokenTables(name: string, font: Buffer, tags: readonly string[]) {
  it(`${name} with broken tables are embedded, or refused with a DotLineError`, async () => {
    const next = numbers(20261129)
    for (let round = 0; round < roundsOf(18); round++) {
      try {
        await use(mutatedTables(font, tags, next), true)
      } catch (error) {
        if (!(error instanceof DotLineError)) throw new Error(`round ${round}`, { cause: error })
      }
    }
  })
}

/** Opens each of some fonts many times, broken in another place each time. */
export function describeBroken(formats: Readonly<Record<string, Buffer>>) {
  describe('broken fonts', () => {
    it.each(Object.entries(formats))(
      'in %s work, or are refused with a DotLineError',
      async (_, bytes) => {
        const next = numbers(20261123)
        let worked = 0
        for (let round = 0; round < rounds; round++) {
          try {
            await use(mutated(bytes, next), round % documentEvery === 0)
            worked++
          } catch (error) {
            if (!(error instanceof DotLineError))
              throw new Error(`round ${round}`, { cause: error })
          }
        }
        // Both happen: or the mutations would tell nothing.
        expect(worked).toBeGreaterThan(rounds * 0.01)
        expect(worked).toBeLessThan(rounds)
      },
      rounds * 1000,
    )
  })
}
