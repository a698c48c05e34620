import { Resvg } from '@resvg/resvg-js'
import { readFileSync, writeFileSync } from 'node:fs'
const [,, a, b, w='1280'] = process.argv
writeFileSync(b, new Resvg(readFileSync(a,'utf8'),{fitTo:{mode:'width',value:+w},background:'#fff'}).render().asPng())
