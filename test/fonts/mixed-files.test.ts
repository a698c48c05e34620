import { defineSheet, faceOf, openFonts, typesetterFor } from 'dot-line'
import { describe, expect, it } from 'vitest'

const web = (script: string) =>
  `node_modules/@fontsource-variable/source-sans-3/files/source-sans-3-${script}-wght-normal.woff2`
const still = (name: string) =>
  `node_modules/@expo-google-fonts/source-sans-3/${name}/SourceSans3_${name}.ttf`

/** A family as folders hold it: a variable font for the web, split by script, and static files. */
const files = [web('latin'), still('400Regular'), web('greek'), still('700Bold')]
const orders = [files, files.toReversed()]

describe('variable and static files of one family', () => {
  it.each(orders.map(files => ({ files })))(
    'are one family, whichever is read first: $files.0',
    async ({ files }) => {
      const fonts = await openFonts({ builtIn: [], files })
      expect(fonts.families).toEqual(['Source Sans 3'])
      const family = 'Source Sans 3'
      for (const weight of [400, 700]) {
        expect(fonts.face(family, { weight, slant: 'normal' }).weight).toBe(weight)
      }
      const typesetter = typesetterFor({
        fonts,
        sheet: defineSheet({
          styles: { defaults: { family }, between: { weight: 550 }, bold: { weight: 700 } },
        }),
      })
      // Weights between those of the files come from the variable font, and none is made up.
      for (const style of ['defaults', 'between', 'bold'] as const) {
        // The Vietnamese letter is in the static files alone, the others are in all.
        const layout = typesetter.set('Boats Τα πλοία \u1ea1' as 'x', { style })
        expect(layout.problems).toEqual([])
        const weight = { defaults: 400, between: 550, bold: 700 }[style]
        for (const run of layout.lines[0].runs) {
          const face = faceOf(run)
          expect(run.glyphs.glyphs.includes(0)).toBe(false)
          expect(face.synthesized).toEqual([])
          if (!run.text.includes('\u1ea1'))
            expect([run.text, face.weight]).toEqual([run.text, weight])
        }
      }
    },
  )
})
