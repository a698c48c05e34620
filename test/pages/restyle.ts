// A chart of a page, whose stylesheet says where its texts are anchored: set anew as an element.
import { defineSheet, openFonts } from 'dot-line'
import { chartTextsFor, restyleChart } from 'dot-line/chart'
import { sans } from 'dot-line/fonts/sans'

const sheet = defineSheet({ styles: { defaults: { family: 'sans', size: 15 } } })
const texts = chartTextsFor({ sheet, fonts: await openFonts({ builtIn: sans }) })
const svg = document.querySelector('#chart svg')
if (!(svg instanceof SVGElement)) throw new Error('there is no chart')
const restyled = restyleChart(svg, { texts })
svg.outerHTML = restyled.svg
document.documentElement.dataset.told = JSON.stringify(restyled.texts)
document.documentElement.dataset.ready = 'true'
