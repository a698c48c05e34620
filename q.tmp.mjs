import { openShelf, defineSheet, typesetter } from 'dot-line'
import { toSvg } from 'dot-line/svg'
const shelf=await openShelf()
const s=typesetter({shelf,sheet:defineSheet({inks:{none:'#00000000',red:'#c00'},styles:{a:{ink:'none',size:40,stroke:{ink:'red',width:2},backing:{ink:'#eee'},underline:{ink:'red'}},b:{ink:'none',size:40,underline:true},
c:{ink:'none',size:40,stroke:{ink:'red',width:2,fill:false}},d:{ink:'#00000000',opacity:0.5,stroke:{ink:'red',width:2,align:'center'}}}})})
for (const st of ['a','b','c','d']) console.log(st, toSvg(s.set('Hi',{style:st})).replace(/<defs>[\s\S]*<\/defs>/,'').replace(/d="[^"]*"/g,'d').slice(150))
