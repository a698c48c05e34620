import { defineSheet, draw, openFonts, textAlong, typesetterFor } from 'dot-line'
import { arrangeLetters, toStl } from 'dot-line/outline'
import { describe, expect, it } from 'vitest'
import { fontFiles } from '../support/font-files.ts'
import { arabicFonts } from '../support/fonts.ts'
import { numbers, pick, roundsOf } from '../support/random.ts'
import { checkedSolid } from '../support/solid.ts'

const latin = [
  ...'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789&%@#ßæøÄéñ.,:;!?-–()[]{}*/§',
]
const thai = [...'กขคงจฉชซญดตถทธนบปผฝพฟมยรลวศสหอฮะาเแโใไ']
const arabic = [...'ابتثجحخدذرزسشصضطظعغفقكلمنهوي']
/** Ten faces: outlines of either kind, variable ones whose contours overlap, scripts that join. */
const faces = [
  { family: 'sans', letters: latin },
  { family: 'sans', weight: 800, letters: latin },
  { family: 'serif', letters: latin },
  { family: 'serif', weight: 900, slant: 'italic', letters: latin },
  { family: 'mono', letters: latin },
  { family: 'Source Code Pro', letters: latin },
  { family: 'Source Sans 3', weight: 600, letters: latin },
  { family: 'Noto Sans Thai', letters: thai },
  { family: 'Noto Sans Arabic', letters: arabic },
  { family: 'MotoyaLCedar', letters: [...'山川船港島北南東西夕日本語かなカナ'] },
] as const

describe('solids of random words', () => {
  it('are closed or refused: in ten faces, raised, sunk, cut, mirrored, along curves', async () => {
    const files = [
      fontFiles.cff,
      fontFiles.thai,
      fontFiles.japanese,
      fontFiles.variable,
      ...arabicFonts,
    ]
    const fonts = await openFonts({ files })
    const next = numbers(20261201)
    const rounds = roundsOf(10)
    let refused = 0
    for (let round = 0; round < rounds; round++) {
      const { letters, ...style } = faces[round % faces.length]
      const sheet = defineSheet({ styles: { body: { ...style, size: 60 } } })
      const word = Array.from({ length: 1 + next(9) }, () => pick(next, letters)).join('')
      const layout = typesetterFor({ sheet, fonts, problems: 'collect' }).set(word as 'x', {
        style: 'body',
      })
      const arranged = arrangeLetters(layout, {
        ...(next(3) === 0 && { mirrored: true }),
        ...(next(3) === 0 && { advanceFactor: 0.6 + next(60) / 100 }),
      })
      const text = pick(next, ['raised', 'sunk', 'cut', undefined] as const)
      const line = `M20 300 Q ${300 + next(200)} ${next(200)} 850 ${250 + next(100)}`
      const isBent = next(4) === 0
      const shown = isBent
        ? draw({ width: 900, height: 500 }, [textAlong(layout, line).item])
        : arranged
      const plate = text && {
        thickness: 3.5,
        margin: next(6),
        radius: next(5),
        text,
        ...(next(2) === 0 && { bridges: 0.3 + next(10) / 10 }),
      }
      const options = {
        depth: 1 + next(20) / 10,
        ...(isBent ? { millimetersPerUnit: 0.1 + next(5) / 10 } : { letterHeight: 4 + next(30) }),
        segmentsPerCurve: 3 + next(30),
        ...(plate && { plate }),
      }
      const told = JSON.stringify({ word, style, isBent, options })
      let stl: Uint8Array
      try {
        stl = (await toStl(shown, options)).stl
      } catch (error) {
        // Refused, and rarely.
        expect(error, told).toMatchObject({ problems: [{ code: 'bad-solid' }] })
        refused++
        continue
      }
      const { open, volume } = checkedSolid(stl)
      expect([told, open, volume > 0]).toEqual([told, 0, true])
    }
    expect(refused).toBeLessThanOrEqual(rounds / 500)
  })
})
