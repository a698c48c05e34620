import { openShelf, defineSheet, typesetter } from 'dot-line'
import { readFileSync } from 'node:fs'
const shelf=await openShelf({fonts:['node_modules/@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf']})
const s=typesetter({shelf,sheet:defineSheet({styles:{}})})
const l=s.set('\u202bאב \u2067\u2028אב\u2069\u202c')
for(const line of l.lines)console.log(line.level,line.width,line.runs.map(r=>[JSON.stringify(r.text),r.level,r.x,r.start,r.end].join(' ')))
