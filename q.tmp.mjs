import { chromium } from 'playwright-core'
import { chromiumPath } from './scripts/chromium-path.mjs'
const b=await chromium.launch({executablePath:chromiumPath,args:['--no-sandbox']})
const p=await b.newPage()
await p.setContent('<div id=d style="width:1px;font:16px sans-serif"></div>')
const r=await p.evaluate(()=>{const d=document.getElementById('d');const out={};for(const t of ['and/or','a/b','1/2','path/to/file','a/1','1/a','http://a.b','ä/ö','a / b','и/или','x/(y)','../a','א/ב','.5','$.50','a .5','和/或','a‐b','和‐和','和–和']){d.textContent=t;const rg=document.createRange();const lines=[];let last;for(let i=0;i<t.length;i++){rg.setStart(d.firstChild,i);rg.setEnd(d.firstChild,i+1);const y=rg.getBoundingClientRect().top;if(last===undefined||y>last+2)lines.push('');lines[lines.length-1]+=t[i];last=Math.max(y,last??y)}out[t]=lines.join('|')}return out})
console.log(r)
await b.close()
