import { defineSheet, type Fonts, type Layout, openFonts, typesetterFor } from 'dot-line'

/** The sheet most tests set text with. */
export const sheet = defineSheet({
  inks: { deep: '#0b3d5c', foam: '#f4fafc', flare: '#c8331f', ghost: '#0b3d5c80' },
  sizes: { small: 12 },
  families: { reading: ['Nowhere Serif', 'serif'] },
  styles: {
    body: { family: 'sans', size: 16, leading: 1.4, ink: 'deep' },
    headline: { from: 'body', size: 30, weight: 700, leading: 1.15 },
    prose: { from: 'body', family: 'reading' },
    clock: { from: 'body', family: 'mono' },
    strong: { weight: 700 },
    emphasis: { slant: 'italic' },
    alert: { ink: 'flare', weight: 600 },
    faint: { ink: 'ghost' },
    larger: { size: '1.5x' },
  },
})

let fonts: Promise<Fonts> | undefined

/** One fonts of the built-in fonts for all tests of a file. */
export function builtInFonts(): Promise<Fonts> {
  fonts ??= openFonts()
  return fonts
}

export async function testSetter(scale = 1, problems: 'throw' | 'collect' = 'throw') {
  return typesetterFor({ sheet, fonts: await builtInFonts(), reader: { scale }, problems })
}

/** A text of the scenario with every kind of thing that the slice can set. */
export const noticeMarkup =
  'Boats to ~strong[{port}] are ~alert[delayed]: the ~emphasis[office] found difficult weather ' +
  'off ~emphasis,strong[Gannet Stair], so please ask at the quay.\n' +
  '~family=serif[Tea is served in the waiting room, ~faint[AVAIL] To VA] from ~clock[07:45].'

export const noticeValues = { port: 'Saint Orrin’s Landing' }

/** Frames that differ in all that moves lines and runs. */
export const frames = [
  { name: 'start, wrapped', scale: 1, frame: { style: 'body', width: 280 } },
  { name: 'center, enlarged', scale: 1.7, frame: { style: 'body', width: 333.3, align: 'center' } },
  { name: 'end, cut', scale: 1, frame: { style: 'body', width: 301, align: 'end', maxLines: 3 } },
  { name: 'headline, no width', scale: 1.3, frame: { style: 'headline' } },
] as const

export function setFrame(fonts: Fonts, { scale, frame }: (typeof frames)[number]): Layout {
  const typesetter = typesetterFor({ sheet, fonts, reader: { scale } })
  return typesetter.set(noticeMarkup, { ...frame, values: noticeValues })
}
