import { createElement } from 'react'
import { renderToString } from 'react-dom/server'
import { Departure } from './react-app.ts'

export const html = () => renderToString(createElement(Departure))
