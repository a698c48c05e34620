import { openShelf, defineSheet, typesetter } from './dist/index.node.js'
import { toPdf } from './dist/targets/pdf/index.js'
import { writeFileSync } from 'node:fs'
const e='node_modules/@expo-google-fonts/'
const fam={hi:['noto-sans-devanagari','NotoSansDevanagari','Noto Sans Devanagari','शान्ति, क्षेत्र की स्थिति; आर्डल पॉइंट की आख़िरी नाव गर्मियों से आधा घंटा पहले निकलती है'],ta:['noto-sans-tamil','NotoSansTamil','Noto Sans Tamil','ஆர்டில் முனைக்குச் செல்லும் கடைசிப் படகு கொண்டு போகும்'],te:['noto-sans-telugu','NotoSansTelugu','Noto Sans Telugu','చివరి పడవ వేసవి కంటే అరగంట ముందు బయలుదేరుతుంది స్త్రీ'],ml:['noto-sans-malayalam','NotoSansMalayalam','Noto Sans Malayalam','അവസാനത്തെ ബോട്ട് വേനൽക്കാലത്തേക്കാൾ അരമണിക്കൂർ നേരത്തെ പുറപ്പെടും കൊണ്ട്'],si:['noto-sans-sinhala','NotoSansSinhala','Noto Sans Sinhala','අවසාන බෝට්ටුව ගිම්හානයට වඩා පැය භාගයකට පෙර පිටත් වේ ශ්‍රී'],km:['noto-sans-khmer','NotoSansKhmer','Noto Sans Khmer','ទូកចុងក្រោយចេញដំណើរមុនរដូវក្តៅកន្លះម៉ោង ស្រី'],bn:['noto-sans-bengali','NotoSansBengali','Noto Sans Bengali','শেষ নৌকা গ্রীষ্মের চেয়ে আধ ঘণ্টা আগে ছাড়ে, শান্তি কোন']}
const shelf=await openShelf({fonts:Object.values(fam).map(([p,f])=>`${e}${p}/400Regular/${f}_400Regular.ttf`)})
const out={}
for(const [l,[,, family,text]] of Object.entries(fam)){const s=typesetter({shelf,sheet:defineSheet({styles:{b:{family,language:l,size:20}}})});writeFileSync(`/tmp/r-${l}.pdf`,toPdf(s.set(text,{style:'b',width:2000})));out[l]=text}
writeFileSync('/tmp/r.json',JSON.stringify(out))
