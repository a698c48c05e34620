import spice from '@expo-google-fonts/bungee-spice/400Regular/BungeeSpice_400Regular.ttf?url'
import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import nabla from '@expo-google-fonts/nabla/400Regular/Nabla_400Regular.ttf?url'
import emoji from '@expo-google-fonts/noto-color-emoji/400Regular/NotoColorEmoji_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import hindi from '@expo-google-fonts/noto-sans-devanagari/400Regular/NotoSansDevanagari_400Regular.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import {
  type Drawing,
  defineSheet,
  draw,
  type Fonts,
  type Layout,
  openFonts,
  place,
  typesetterFor,
} from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { subsetterUrl } from 'dot-line/fonts/subsetter'
import cff from 'source-code-pro/OTF/SourceCodePro-Regular.otf?url'
import variableCff from 'source-code-pro/VF/SourceCodeVF-Upright.otf?url'
import { sfntOf, sfntTables } from '../../src/fonts/sfnt-file.ts'

/** Everything that can look different in one target than in another has a scene here. */
const texts: Readonly<Record<string, string>> = {
  'plain text': 'Boats to ~bold[Ardle Point] are ~alert[late], says the ~italic[office].',
  'colored glyphs': '~emoji[😀 🎉 👩‍✈️ ❤️]',
  'flags that are blended': '~emoji[🇬🇷 🏴󠁧󠁢󠁳󠁣󠁴󠁿]',
  'gradients in glyphs': '~spice[Tern 12]',
  'gradients with opacity': '~nabla[Dusk]',
  'synthesized weight and slant': '~made[Emmerly] ~lean[Gannet]',
  'CFF outlines': '~cff[Saint Orrin’s Landing 07:40]',
  'variable CFF outlines': '~variable[Heavy weather]',
  'what no face has': 'a \u{10b83} b',
  underlines: '~under[Going ~big[jog] quay] ~lined[clear] ~dashed[dashed quality]',
  'overline and strike': '~over[Overline] ~strike[struck out]',
  backings: '~backed[A run that is backed] ~line[and its line, which wraps onto another]',
  'backings that take room':
    'At~pill[berth 4] and ~pill[Quay]s, ~open[closed for the season] ~arabic[~open[تغادر القوارب]]',
  'a block that is backed': '~block[All of these lines are backed as one block of text]',
  strokes: '~outside[Outside] ~hollow[Hollow] ~outer[Outer]',
  'gradients over runs, lines and blocks':
    '~dusk[Run] ~glow[line by line] ~deep[and block of text]',
  'a gradient with a stroke': '~trimmed[Gradient]',
  'an ink that is not seen': '~clear[Clear~line[ly]] ~clearOver[over] ~clearBoth[both]',
  'a gradient that fades': '~fading[Fading away]',
  'a hard shadow': '~hard[Marigold]',
  'a soft shadow': '~soft[Marigold]',
  'a span that is faint as a whole': '~faint[Faint with ~big[lines]] and not',
  'raised, lowered and small letters':
    'E=mc~raised[2] H~lowered[2]O ~small[Small Caps] ~smallMono[Mono]',
  'a card': '~card[Padding, border, corners]',
  'effects in vertical text': '~downUnder[船は~dusk[夕暮れ]に。Tern]',
  Arabic: '~arabic[تغادر القوارب عند الغروب (07:40)]',
  Hebrew: '~hebrew[הסירות יוצאות עם השקיעה (07:40)]',
  Devanagari: '~hindi[नावें शाम को चलती हैं; कृपया]',
  Thai: '~thai[เรือออก ตอนพลบค่ำ กรุณาสอบถาม]',
  Japanese: '~japanese[船は夕暮れに出ます。]',
  'Greek and Cyrillic': 'Τα πλοία φεύγουν. Лодки уходят.',
  'Arabic, underlined and in a gradient': '~arabic[~under[تغادر] ~dusk[القوارب]]',
  'tabs with leaders': '~tabs[Ardle\tTern\t12.50]',
  'lines that run down': '~down[船は「夕暮れ」に。Tern]',
  'lines that run up': '~up[Metres above datum]',
  'text that is turned': 'Turned about its middle',
}

const sheet = defineSheet({
  inks: {
    text: '#0b3d5c',
    warning: '#c8331f',
    paper: '#ffffff',
    sand: '#f0d9a0',
    sky: '#a9d3ea',
    dusk: { gradient: 'linear', stops: ['#c8331f', '#8a6414', '#2c6e49'] },
    glow: { gradient: 'radial', extent: 'line', stops: ['#c8331f', '#0b3d5c'] },
    deep: { gradient: 'linear', angle: -40, extent: 'block', stops: ['#0b3d5c', '#c8331f'] },
    fading: { gradient: 'linear', stops: ['#0b3d5c', '#0b3d5c40'] },
  },
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
    arabic: { family: ['Noto Sans Arabic', 'sans'], language: 'ar' },
    hebrew: { family: ['Noto Sans Hebrew', 'sans'], language: 'he' },
    hindi: { family: ['Noto Sans Devanagari', 'sans'], language: 'hi' },
    thai: { family: ['Noto Sans Thai', 'sans'], language: 'th' },
    japanese: { family: ['MotoyaLCedar', 'sans'], language: 'ja' },
    big: { size: '1.6x' },
    under: { underline: true },
    lined: { underline: { ink: 'warning', width: 2, gap: 4, skip: false } },
    dashed: { underline: { dash: [6, 3], width: 2 } },
    over: { overline: true },
    strike: { strike: { ink: 'warning', width: 2 } },
    backed: {
      backing: {
        ink: 'sand',
        padding: { left: 5, right: 5 },
        radius: 6,
        border: { ink: 'text', width: 2 },
      },
    },
    pill: { backing: { ink: 'sand', padding: { left: 9, right: 6 }, radius: 8, inFlow: true } },
    open: {
      backing: {
        ink: 'sand',
        padding: 4,
        radius: 8,
        border: { ink: 'text', width: 2 },
        inFlow: true,
        boxDecorationBreak: 'slice',
      },
    },
    line: { backing: { ink: 'sky', extent: 'line', padding: 3, radius: 4 } },
    block: { backing: { ink: 'sky', extent: 'block', padding: 6, radius: 9 } },
    outside: { size: 60, weight: 700, ink: 'paper', stroke: { ink: 'warning', width: 2 } },
    hollow: {
      size: 60,
      weight: 700,
      stroke: { ink: 'text', width: 2, align: 'center', fill: false },
    },
    outer: { size: 60, weight: 700, stroke: { ink: 'text', width: 3, fill: false } },
    dusk: { weight: 700, ink: 'dusk' },
    glow: { weight: 700, ink: 'glow' },
    deep: { weight: 700, ink: 'deep' },
    clear: { size: 60, ink: '#00000000', stroke: { ink: 'warning', width: 2, align: 'center' } },
    clearOver: {
      size: 60,
      ink: '#00000000',
      underline: { ink: 'text', width: 3 },
      backing: { ink: 'sky' },
    },
    clearBoth: {
      size: 60,
      weight: 700,
      ink: '#ffffff00',
      opacity: 0.7,
      strike: { ink: 'warning', width: 4 },
      stroke: { ink: 'text', width: 2 },
    },
    trimmed: { size: 60, weight: 700, ink: 'dusk', stroke: { ink: 'text', width: 1.5 } },
    fading: { size: 60, weight: 700, ink: 'fading' },
    hard: { size: 60, weight: 700, shadow: { ink: 'warning', x: 3, y: 2 } },
    soft: { size: 60, weight: 700, shadow: { ink: 'text', x: 4, y: 6, blur: 8 }, ink: 'warning' },
    faint: {
      opacity: 0.6,
      weight: 700,
      underline: { ink: 'warning', width: 8, gap: -8, skip: false },
    },
    raised: { variantPosition: 'super' },
    lowered: { variantPosition: 'sub' },
    small: { caps: 'small-caps' },
    smallMono: { caps: 'small-caps', family: 'mono' },
    card: { padding: 16, border: { ink: 'text', width: 3, radius: 12, fill: 'sand' } },
    downUnder: { from: 'down', underline: true, backing: { ink: 'sky' } },
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

export async function openScenes(): Promise<Fonts> {
  const response = await fetch(emoji)
  return openFonts({
    builtIn: allFaces,
    embedding: subsetterUrl,
    files: [
      ...[spice, nabla, thai, arabic, hebrew, hindi, japanese, cff, variableCff],
      withoutTable(new Uint8Array(await response.arrayBuffer()), 'SVG '),
    ],
  })
}

/**
 * A font without one of its tables, which is its largest: 20 of the emoji's 25 MB are pictures for
 * browsers that do not know its outlines in colors, and would go into every SVG that carries it.
 */
function withoutTable(font: Uint8Array, left: string): Uint8Array {
  const kept = [...sfntTables(font)].filter(([tag]) => tag !== left)
  const bytes = kept.map(([tag, { buffer, byteOffset, byteLength }]) => {
    return [tag, new Uint8Array(buffer, byteOffset, byteLength)] as const
  })
  return sfntOf(0x00010000, new Map(bytes))
}

export function sceneLayout(name: string, fonts: Fonts): Layout {
  const { set } = typesetterFor({ sheet, fonts, problems: 'collect' })
  const [whole, named] = /^~(down|up|tabs|downUnder|card|block)\[(.*)\]$/s.exec(texts[name]) ?? []
  const style = whole
    ? (named as 'down' | 'up' | 'tabs' | 'downUnder' | 'card' | 'block')
    : undefined
  const isVertical = style === 'down' || style === 'up' || style === 'downUnder'
  return set(style ? (texts[name].slice(style.length + 2, -1) as 'x') : texts[name], {
    ...(style && { style }),
    ...(isVertical ? {} : { width: 560 }),
  })
}

/** Where a layout stands in its scene, unless it is turned. */
export const scenePlace = { x: 20, y: 10 }

export function sceneDrawing(name: string, fonts: Fonts): Drawing {
  const layout = sceneLayout(name, fonts)
  const isTurned = name.endsWith('turned')
  const height = Math.ceil(layout.height) + (isTurned ? 200 : 20)
  const background = sheet.ink('paper')
  const items = isTurned
    ? place(layout, 300, height / 2, { across: 0.25, down: 'center', angle: 24 })
    : place(layout, scenePlace.x, scenePlace.y)
  return draw({ width: 600, height, background }, [items])
}
