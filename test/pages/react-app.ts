// An application in React whose texts a server renders first.
import { defineSheet } from 'dot-line'
import { textFor } from 'dot-line/react'
import { createElement, useState } from 'react'

export const sheet = defineSheet({
  styles: { body: { size: 18, leading: 1.4 }, strong: { weight: 700 }, link: { underline: true } },
})
const BoatText = textFor(sheet)

export function Departure() {
  const [minutes, setMinutes] = useState(12)
  return createElement(BoatText, {
    textStyle: 'body',
    markup: '{boat} is ~strong[{minutes} min] late. ~action=more[More]',
    values: { boat: 'Tern', minutes },
    onAction: ({ action }) => action === 'more' && setMinutes(minutes + 1),
  })
}
