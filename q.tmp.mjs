import { drawing, image, openImage } from 'dot-line'
import { toPng } from 'dot-line/png'
import { toSvg } from 'dot-line/svg'
import { readFileSync, writeFileSync } from 'node:fs'
const src=readFileSync('test/support/pictures.ts','utf8')
const b64=[...src.slice(0,src.indexOf("'base64'")).matchAll(/'([A-Za-z0-9+\/=]{20,})'/g)].map(m=>m[1]).join('')
const jpeg=Buffer.from(b64,'base64')
function turned(o){const t=Buffer.alloc(26);t.write('II');t.writeUInt16LE(42,2);t.writeUInt32LE(8,4);t.writeUInt16LE(1,8);t.writeUInt16LE(0x112,10);t.writeUInt16LE(3,12);t.writeUInt32LE(1,14);t.writeUInt16LE(o,18);return Buffer.concat([jpeg.subarray(0,2),Buffer.from([0xff,0xe1,0,34]),Buffer.from('Exif\0\0'),t,jpeg.subarray(2)])}
const items=[]
for(let o=1;o<=8;o++){const p=await openImage(turned(o));items.push(image({x:(o-1)*50+5,y:10,width:40,height:20},p))}
const d=drawing({width:410,height:40,background:'#ffffff'},items)
console.log(toSvg(d).replace(/href="[^"]*"/g,'').slice(0,900))
writeFileSync('/tmp/or.png',toPng(d,{pixelRatio:3}))
