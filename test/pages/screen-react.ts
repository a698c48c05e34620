// A React application whose texts are elements: attributes, properties and events.
import { defineSheet, openFonts } from 'dot-line'
import { sans } from 'dot-line/fonts/sans'
import { provideText, type TextProvider } from 'dot-line/screen'
import { createElement, useEffect, useRef, useState } from 'react'
import { createRoot } from 'react-dom/client'

declare global {
  interface Window {
    provider?: TextProvider
    ready?: true
  }
}

function Departure() {
  const [minutes, setMinutes] = useState(12)
  const text = useRef<HTMLElement>(null)
  useEffect(() => {
    const later = () => setMinutes(now => now + 1)
    const element = text.current
    element?.addEventListener('text-action', later)
    return () => element?.removeEventListener('text-action', later)
  }, [])
  return createElement('dot-line', {
    ref: text,
    'text-style': 'body',
    markup: 'Tern is ~strong[{minutes} min] late. ~action=more[More]',
    values: { minutes },
  })
}

const sheet = defineSheet({ styles: { body: { size: 18 }, strong: { weight: 700 } } })
const fonts = await openFonts({ builtIn: sans })
const main = document.querySelector('main')
if (!main) throw new Error('no main')
createRoot(main).render(createElement(Departure))
window.provider = provideText(document, { sheet, fonts })
await window.provider.settled()
window.ready = true
