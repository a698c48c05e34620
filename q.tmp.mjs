import { chromium } from 'playwright-core'
import { chromiumPath } from './scripts/chromium-path.mjs'
const b=await chromium.launch({executablePath:chromiumPath,args:['--no-sandbox']})
const p=await b.newPage({viewport:{width:1280,height:800}})
p.on('pageerror',e=>console.log('ERR',e.message))
await p.goto('file:///tmp/spec.html')
console.log(await p.inputValue('input'), await p.textContent('output'))
const t=Date.now(); await p.fill('input','noto 700'); await p.evaluate(()=>new Promise(r=>requestAnimationFrame(()=>requestAnimationFrame(r)))); console.log(Date.now()-t,'ms',await p.textContent('output'))
await p.fill('input','noto sans th')
await p.screenshot({path:'/tmp/spec.png'})
await b.close()
