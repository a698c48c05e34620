import { openShelf, defineSheet, typesetter, inkBox, bounds, placement } from 'dot-line'
const shelf=await openShelf()
for (const extra of [{}, {underline:true}, {highlight:undefined}]) {
const s=typesetter({shelf,sheet:defineSheet({styles:{a:{...extra,size:20},b:{...extra,size:20,padding:10},c:{padding:10,size:20,writingMode:'vertical-rl'},d:{size:20,writingMode:'vertical-rl'},e:{padding:{top:1,left:2,right:30,bottom:4},size:20,align:'end'},f:{size:20,align:'end'}}})})
for(const st of ['a','b','c','d','e','f']){const l=s.set('Boats leave\nat dusk',{style:st,width:st==='e'?132:st==='f'?100:undefined});console.log(st,JSON.stringify(inkBox(l)),JSON.stringify(bounds(l)), JSON.stringify(placement(l,0,0,{of:'first'}).bounds),JSON.stringify(placement(l,0,0,{of:'first',by:'ink'}).inkBox))}
}
