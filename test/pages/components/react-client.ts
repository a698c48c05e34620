import { createElement } from 'react'
import { hydrateRoot } from 'react-dom/client'
import { Departure } from './react-app.ts'
import { takeOver } from './take-over.ts'

await takeOver(root => hydrateRoot(root, createElement(Departure)))
