import spice from '@expo-google-fonts/bungee-spice/400Regular/BungeeSpice_400Regular.ttf?url'
import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import nabla from '@expo-google-fonts/nabla/400Regular/Nabla_400Regular.ttf?url'
import emoji from '@expo-google-fonts/noto-color-emoji/400Regular/NotoColorEmoji_400Regular.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import {
  type Drawing,
  defineSheet,
  drawing,
  openShelf,
  place,
  type Shelf,
  typesetter,
} from 'dot-line'
import cff from 'source-code-pro/OTF/SourceCodePro-Regular.otf?url'
import variableCff from 'source-code-pro/VF/SourceCodeVF-Upright.otf?url'

/** Everything that can look different in one target than in another has a scene here. */
const texts: Readonly<Record<string, string>> = {
  'plain text': 'Boats to ~bold[Ardle Point] are ~alert[late], says the ~italic[office].',
  'colored glyphs': '~emoji[😀 🎉 👩‍✈️ ❤️]',
  'flags that are blended': '~emoji[🇬🇷 🏴󠁧󠁢󠁳󠁣󠁴󠁿]',
  'gradients in glyphs': '~spice[Tern 12]',
  'gradients with opacity': '~nabla[Dusk]',
  'made-up weight and slant': '~made[Emmerly] ~lean[Gannet]',
  'CFF outlines': '~cff[Saint Orrin’s Landing 07:40]',
  'variable CFF outlines': '~variable[Heavy weather]',
  'what no face has': 'a \u{10b83} b',
  'tabs with leaders': '~tabs[Ardle\tTern\t12.50]',
  'lines that run down': '~down[船は「夕暮れ」に。Tern]',
  'lines that run up': '~up[Metres above datum]',
  'text that is turned': 'Turned about its middle',
}

const sheet = defineSheet({
  inks: { text: '#0b3d5c', warning: '#c8331f', ground: '#ffffff' },
  styles: {
    defaults: { size: 30, ink: 'text', leading: 1.5 },
    bold: { weight: 700 },
    italic: { slant: 'italic' },
    alert: { ink: 'warning' },
    emoji: { family: 'Noto Color Emoji', size: 40 },
    spice: { family: 'Bungee Spice', size: 50 },
    nabla: { family: 'Nabla', size: 60 },
    made: { family: 'Noto Sans Thai', weight: 700, synthesis: 'weight' },
    lean: { family: 'Noto Sans Thai', slant: 'oblique', synthesis: 'slant' },
    cff: { family: 'Source Code Pro' },
    variable: { family: 'SourceCodeVF', weight: 800 },
    tabs: {
      tabs: [
        { at: 200, leader: '. ' },
        { at: 400, align: 'decimal' },
      ],
    },
    down: { family: ['MotoyaLCedar', 'sans'], writingMode: 'vertical-rl', language: 'ja' },
    up: { writingMode: 'sideways-lr' },
  },
})

export const sceneNames = Object.keys(texts)

export function openScenes(): Promise<Shelf> {
  return openShelf({
    embedding: true,
    fonts: [spice, nabla, emoji, thai, japanese, cff, variableCff],
  })
}

export function sceneDrawing(name: string, shelf: Shelf): Drawing {
  const { set } = typesetter({ sheet, shelf, problems: 'collect' })
  const [whole, named] = /^~(down|up|tabs)\[(.*)\]$/s.exec(texts[name]) ?? []
  const style = whole ? (named as 'down' | 'up' | 'tabs') : undefined
  const isVertical = style === 'down' || style === 'up'
  const layout = set(texts[name], {
    ...(style && { style }),
    ...(isVertical ? {} : { width: 560 }),
  })
  const isTurned = name.endsWith('turned')
  const height = Math.ceil(layout.height) + (isTurned ? 200 : 20)
  const ground = sheet.ink('ground')
  const items = isTurned
    ? place(layout, 300, height / 2, { across: 0.25, down: 'middle', turn: 24 })
    : place(layout, 20, 10)
  return drawing({ width: 600, height, ground }, [items])
}
