// An application in React whose texts a server renders first.
import { rich } from 'dot-line'
import { textFor } from 'dot-line/react'
import { createElement, useState } from 'react'
import { sheet } from './sheet.ts'

const BoatText = textFor(sheet)

export function Departure() {
  const [minutes, setMinutes] = useState(12)
  const [isThere, setThere] = useState(true)
  const text = createElement(BoatText, {
    textStyle: 'body',
    markup: '{boat} is ~strong[{minutes} min] late. ~action=more[More] ~action=end[End]',
    values: { boat: 'Tern', minutes },
    className: 'departure',
    onAction: ({ action }) => (action === 'more' ? setMinutes(minutes + 1) : setThere(false)),
  })
  return createElement(
    'main',
    {},
    isThere ? text : createElement('p', {}, 'No boats'),
    createElement(BoatText, { textStyle: 'body', rich: rich`${minutes} min` }),
  )
}
