/** The style of a proof: quiet around the texts, with one strong color for findings. */
export const proofStyles = `
:root{color-scheme:light;--ink:#143344;--line:#c6d4db;--found:#ad3a20}
body{margin:0;background:#edf3f6;color:var(--ink);font:15px/1.45 system-ui,sans-serif}
header{position:sticky;top:0;z-index:2;display:flex;flex-wrap:wrap;gap:8px 28px;align-items:center;padding:10px 20px;background:#fff;border-bottom:1px solid var(--line)}
h1{font-size:18px;margin:0}
form{display:flex;flex-wrap:wrap;gap:8px 18px;align-items:center}
select{font:inherit;color:inherit;min-height:32px;padding:2px 6px;background:#fff;border:1px solid #7c95a2;border-radius:5px}
output{color:#4b6473}
main{padding:8px 20px 40px}
h2{font-size:16px;margin:24px 0 10px}
.cards{display:flex;flex-wrap:wrap;gap:16px;align-items:flex-start}
.card{margin:0;padding:10px 12px;background:#fff;border:1px solid var(--line);border-radius:8px;max-width:100%;box-sizing:border-box;overflow-x:auto}
.card.found{border-color:var(--found)}
figcaption{font-size:12px;color:#4b6473;margin-bottom:8px;white-space:nowrap}
.box{outline:1px dashed #a3b6c0}
.found .box{outline:2px solid var(--found)}
.sides{display:flex;flex-wrap:wrap;gap:14px;align-items:flex-start}
.name{margin:0 0 4px;font-size:12px;color:#4b6473}
.moved{margin:8px 0 0;font-size:12.5px;color:#1a5478}
ol{margin:8px 0 0;padding-inline-start:28px;font-size:12.5px;max-width:340px}
ol b{color:var(--found);font-weight:600}
.general ol{max-width:70ch}
[hidden]{display:none}`

/** Shows what is chosen; what is chosen stands in the address, so that it can be handed on. */
export const proofScript = `
const choosers=['place','language','code'].map(id=>document.getElementById(id));
const count=document.getElementById('count');
function show(){
  const [place,language,code]=choosers.map(one=>one.value);
  let shown=0;
  for(const section of document.querySelectorAll('section[data-place]')){
    let own=0;
    for(const card of section.querySelectorAll('.card')){
      const codes=card.dataset.codes.split(' ').filter(Boolean);
      const fits=(!language||card.dataset.language===language)&&(!code||(code==='any'?codes.length>0:codes.includes(code)));
      card.hidden=!fits;
      if(fits)own++;
    }
    section.hidden=own===0||(place&&section.dataset.place!==place);
    if(!section.hidden)shown+=own;
  }
  count.textContent=shown+' shown';
  history.replaceState(null,'','#'+new URLSearchParams({place,language,code}));
}
const asked=new URLSearchParams(location.hash.slice(1));
for(const one of choosers){one.value=asked.get(one.id)||'';if(one.selectedIndex<0)one.value='';one.addEventListener('input',show)}
show();`
