import Module from 'manifold-3d'
const w=await Module();w.setup()
for (const f of [()=>w.CrossSection.union([]),()=>w.CrossSection.ofPolygons([],'NonZero'),()=>w.CrossSection.ofPolygons([[]],'NonZero').isEmpty()]) try{console.log(String(f()))}catch(e){console.log('ERR',e.message)}
