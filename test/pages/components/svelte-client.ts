import { hydrate } from 'svelte'
import Departure from './Departure.svelte'
import { takeOver } from './take-over.ts'

await takeOver(target => hydrate(Departure, { target }))
