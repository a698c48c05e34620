import { defineSheet, openFonts } from 'dot-line'
import * as D from 'dot-line/document'
import { setDocument } from 'dot-line/document'

console.log(Object.keys(D))
const sheet = defineSheet({ styles: { defaults: { family: 'serif', size: 12 } } })
const fonts = await openFonts()
for (const n of [250, 500, 1000, 2000, 4000]) {
  let list = { kind: 'list', items: ['x'] }
  for (let i = 0; i < n; i++)
    list = { kind: 'list', items: [[{ kind: 'paragraph', text: 'a' }, list]] }
  const t = process.cpuUsage()
  try {
    const d = setDocument({ content: [list] }, { sheet, fonts })
    console.log(n, d.pages.length, d.problems.length)
  } catch (e) {
    console.log(n, String(e).slice(0, 150))
  }
  const u = process.cpuUsage(t)
  console.log((u.user + u.system) / 1e6)
}
