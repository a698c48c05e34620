// Texts of a page with a provider, under a strict policy and hostile styles; driven by the tests.
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import {
  defineCatalog,
  defineSheet,
  type FontsOptions,
  openFonts,
  type Problem,
  rangeBoxes,
} from 'dot-line'
import { allFaces } from 'dot-line/fonts/all'
import { DotLineElement, provideText, type TextProvider } from 'dot-line/screen'

declare global {
  interface Window {
    provider?: TextProvider
    rangeBoxes: typeof rangeBoxes
    problems: Problem[]
    actions: unknown[]
    ready?: true
  }
}

export const sheet = defineSheet({
  inks: { deep: '#0b3d5c', kelp: '#2c6e49', flare: '#c8331f' },
  styles: {
    defaults: { family: 'sans', ink: 'deep' },
    body: { size: 16, leading: 1.4 },
    headline: { size: 28, weight: 700, leading: 1.15 },
    strong: { weight: 700 },
    link: { ink: 'kelp', underline: true },
    hover: { ink: 'flare' },
  },
  modes: {
    dark: { inks: { deep: '#d9e7ee' } },
    'more-contrast': { inks: { deep: '#000000' } },
    'dark-more-contrast': { inks: { deep: '#ffffff' } },
  },
})
export const english = defineCatalog(
  {
    title: 'Departures',
    notice:
      'Boats to {port} may end early. Please ~link,href=#notice[Read the whole ~strong[notice] of the harbour office] or ~link,action=rebook[rebook].',
  },
  { language: 'en' },
)
export const german = defineCatalog(
  { title: 'Abfahrten', notice: 'Fähren nach {port}: ~link,action=rebook[umbuchen].' },
  { language: 'de' },
)
// Set before the page knows the element, as scripts that run first do.
Object.assign(document.querySelector('#early') ?? {}, { values: { port: 'Quillhaven' } })
window.problems = []
window.actions = []
document.addEventListener('text-action', event => {
  if (event instanceof CustomEvent) window.actions.push(event.detail)
})
const fonts = await openFonts({ builtIn: allFaces, loading: 'lazy' })
const provider = provideText(document, {
  sheet,
  fonts,
  catalog: english,
  onProblem: problem => window.problems.push(problem),
})
window.provider = provider
window.rangeBoxes = rangeBoxes
Object.assign(window, {
  provideInside: provideText,
  arabic,
  sheet,
  english,
  german,
  // With the faces that this page imports.
  openFonts: (options: FontsOptions) => openFonts({ builtIn: allFaces, ...options }),
  DotLineElement,
})
await provider.settled()
window.ready = true
