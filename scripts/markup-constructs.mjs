// Every construct of the markup, as docs/markup.md shows it: its name, and what it is shown with.
// The functions take the library, so that the built one and the sources serve alike.

export const constructs = [
  { name: 'span', markup: 'Boats are ~strong[late] today.' },
  { name: 'several-styles', markup: 'Boats are ~strong,alert[late] today.' },
  { name: 'overrides', markup: 'Boats are ~size=1.4x,ink=flare[late] today.' },
  { name: 'nested', markup: 'Boats are ~alert[late, ~emphasis[very] late].' },
  { name: 'link', markup: 'Read the ~link,href=https://lantern-sound.example/notices[notice].' },
  { name: 'action', markup: 'You can ~link,action=rebook[book again].' },
  { name: 'brackets', markup: '~strong[see [1] first], (then) <this> & that' },
  {
    name: 'placeholder',
    markup: 'Boats to {port} are late.',
    values: { port: 'Saint Orrin’s ~[Landing]' },
  },
  {
    name: 'styled-value',
    markup: 'Boats to {port} are late.',
    values: { port: { text: 'Quillhaven', style: 'strong' } },
  },
  { name: 'inline-object', markup: '{lamp} Gale warning', object: 'lamp' },
  { name: 'code-point', markup: 'Tides follow {U+03C0}, roughly.' },
  { name: 'escapes', markup: '~[ ~] ~{port~} ~~' },
  { name: 'paragraphs', markup: 'One paragraph.\nAnother,\u2028on two lines.' },
]

const frame = { style: 'body', width: 320 }

/** A construct's picture as SVG. */
export function constructPicture(library, toSvg, fonts, { markup, values = {}, object }) {
  const { defineSheet, draw, inlineBox, rectangle, rule, typesetterFor } = library
  const sheet = defineSheet({
    inks: { deep: '#0b3d5c', flare: '#c8331f', kelp: '#2c6e49' },
    styles: {
      body: { size: 18, ink: 'deep', spaceAfter: 6 },
      strong: { weight: 'bold' },
      emphasis: { slant: 'italic' },
      alert: { ink: 'flare' },
      link: { ink: 'kelp', weight: 'bold' },
    },
  })
  const filled = { ...values }
  if (object) {
    const lamp = draw({ width: 12, height: 15 }, [
      rule([1.5, 2], [10.5, 2], sheet.ink('deep'), 1.6),
      rectangle({ x: 3, y: 3.5, width: 6, height: 9 }, sheet.ink('flare'), 1.5),
      rule([0.5, 14], [11.5, 14], sheet.ink('deep'), 1.8),
    ])
    filled[object] = inlineBox({
      width: 12,
      height: 15,
      baseline: 14,
      drawing: lamp,
      label: 'lamp',
    })
  }
  const layout = typesetterFor({ sheet, fonts }).set(markup, { ...frame, values: filled })
  return toSvg(layout, { title: markup })
}
