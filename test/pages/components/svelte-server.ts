import { render } from 'svelte/server'
import Departure from './Departure.svelte'

export const html = () => render(Departure).body
