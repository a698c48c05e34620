// A notice of the scenario in many languages, with all that lines may break at, or may not.
import korean from '@expo-google-fonts/gowun-dodum/400Regular/GowunDodum_400Regular.ttf?url'
import japanese from '@expo-google-fonts/kosugi/Kosugi_400Regular.ttf?url'
import arabic from '@expo-google-fonts/noto-sans-arabic/400Regular/NotoSansArabic_400Regular.ttf?url'
import bengali from '@expo-google-fonts/noto-sans-bengali/400Regular/NotoSansBengali_400Regular.ttf?url'
import hindi from '@expo-google-fonts/noto-sans-devanagari/400Regular/NotoSansDevanagari_400Regular.ttf?url'
import hebrew from '@expo-google-fonts/noto-sans-hebrew/400Regular/NotoSansHebrew_400Regular.ttf?url'
import tamil from '@expo-google-fonts/noto-sans-tamil/400Regular/NotoSansTamil_400Regular.ttf?url'
import thai from '@expo-google-fonts/noto-sans-thai/400Regular/NotoSansThai_400Regular.ttf?url'
import sans from '../../assets/fonts/SourceSans3-Regular.ttf?url'
import serif from '../../assets/fonts/SourceSerif4-Regular.ttf?url'

const files = {
  sans: { family: 'sans', url: sans },
  serif: { family: 'serif', url: serif },
  japanese: { family: 'MotoyaLCedar', url: japanese },
  korean: { family: 'Gowun Dodum', url: korean },
  arabic: { family: 'Noto Sans Arabic', url: arabic },
  bengali: { family: 'Noto Sans Bengali', url: bengali },
  hindi: { family: 'Noto Sans Devanagari', url: hindi },
  hebrew: { family: 'Noto Sans Hebrew', url: hebrew },
  tamil: { family: 'Noto Sans Tamil', url: tamil },
  thai: { family: 'Noto Sans Thai', url: thai },
} as const

/** Files that are not built in. */
export const moreFonts = [japanese, korean, arabic, bengali, hindi, hebrew, tamil, thai]

const notices: Readonly<Record<string, readonly [keyof typeof files, string]>> = {
  en: [
    'sans',
    'The last crossing to Ardle Point leaves half an hour earlier than in summer (07:40, not ' +
      '08:10); please ask at the harbour office in Brackwater-under-Heugh—or call. Tickets cost ' +
      '€ 12.50 each way, bicycles 50% less (from .75 to $.50), and “round trips” are cheaper: see www.lantern-sound.example/winter for all/any fares.',
  ],
  de: [
    'serif',
    'Die letzte Überfahrt nach Ardle Point geht eine halbe Stunde früher als im Sommer; wegen ' +
      'Fährverbindungsunterbrechungen bitten wir, im Hafenbüro nachzufragen – täglich von 6 bis ' +
      '22 Uhr. „Hin- und Rückfahrt“ kostet 12,50 €, für Kinder unter 14 nur 50 %.',
  ],
  fr: [
    'sans',
    'Le dernier bateau pour Ardle Point part une demi-heure plus tôt qu’en été ; renseignez-vous ' +
      'au bureau du port, « chaque jour », de 6 h à 22 h. L’aller simple coûte 12,50 €, moitié prix pour les enfants !',
  ],
  es: [
    'serif',
    'El último barco a Ardle Point sale media hora antes que en verano; ¿pregunte en la oficina del ' +
      'puerto? ¡Todos los días, de 6 a 22 h! El billete cuesta 12,50 € (niños, la mitad).',
  ],
  it: [
    'sans',
    'L’ultimo traghetto per Ardle Point parte mezz’ora prima che d’estate; chiedete all’ufficio del ' +
      'porto, “ogni giorno”, dalle 6 alle 22. L’andata costa € 12,50, per i bambini il 50% in meno.',
  ],
  pt: [
    'serif',
    'O último barco para Ardle Point parte meia hora mais cedo do que no verão; informe-se no ' +
      'escritório do porto, «todos os dias», das 6 às 22 horas. A ida custa 12,50 €, para crianças metade.',
  ],
  nl: [
    'sans',
    'De laatste overtocht naar Ardle Point vertrekt een half uur eerder dan ’s zomers; vraag ernaar op ' +
      'het havenkantoor – dagelijks van 6 tot 22 uur. Een enkeltje kost € 12,50; ‘heen en terug’ is goedkoper.',
  ],
  sv: [
    'serif',
    'Sista överfarten till Ardle Point går en halvtimme tidigare än på sommaren; fråga på hamnkontoret, ' +
      'varje dag kl. 6–22. En enkelbiljett kostar 12,50 kr, för barn under 14 år endast 50 %.',
  ],
  da: [
    'sans',
    'Den sidste overfart til Ardle Point går en halv time tidligere end om sommeren; spørg på ' +
      'havnekontoret – hver dag fra 6 til 22. En enkeltbillet koster 12,50 kr., »retur« er billigere.',
  ],
  fi: [
    'serif',
    'Viimeinen lautta Ardle Pointiin lähtee puoli tuntia aikaisemmin kuin kesällä; kysykää ' +
      'satamatoimistosta päivittäin klo 6–22. Menolippu maksaa 12,50 €, lapsilta 50 % vähemmän.',
  ],
  is: [
    'sans',
    'Síðasta ferjan til Ardle Point fer hálftíma fyrr en á sumrin; spyrjið á hafnarskrifstofunni, ' +
      '„alla daga“, frá 6 til 22. Miðinn kostar 12,50 kr. aðra leið, börn greiða hálft gjald.',
  ],
  pl: [
    'serif',
    'Ostatni prom do Ardle Point odpływa pół godziny wcześniej niż latem; prosimy pytać w biurze portu ' +
      '– codziennie od 6 do 22. Bilet kosztuje 12,50 zł, „tam i z powrotem” jest taniej (dzieci: 50%).',
  ],
  cs: [
    'sans',
    'Poslední loď do Ardle Point odplouvá o půl hodiny dříve než v létě; ptejte se v přístavní kanceláři, ' +
      'denně od 6 do 22 hodin. Jízdenka stojí 12,50 Kč, „zpáteční“ je levnější.',
  ],
  hu: [
    'serif',
    'Az utolsó komp Ardle Point felé fél órával korábban indul, mint nyáron; kérdezzék a kikötői irodát ' +
      '– naponta 6-tól 22 óráig. A jegy ára 12,50 €, „oda-vissza” olcsóbb.',
  ],
  tr: [
    'sans',
    'Ardle Point’e son vapur yazdakinden yarım saat önce kalkar; lütfen liman bürosuna sorun: her gün ' +
      '6’dan 22’ye kadar. Tek yön bilet 12,50 €, çocuklara %50 indirim, “gidiş-dönüş” daha ucuz.',
  ],
  lt: [
    'serif',
    'Paskutinis keltas į Ardle Point išplaukia pusvalandžiu anksčiau nei vasarą; klauskite uosto biure ' +
      '– kasdien nuo 6 iki 22 val. Bilietas kainuoja 12,50 €, „pirmyn ir atgal“ pigiau.',
  ],
  vi: [
    'sans',
    'Chuyến phà cuối cùng đến Ardle Point khởi hành sớm hơn nửa giờ so với mùa hè; xin hỏi tại văn phòng ' +
      'bến cảng, hằng ngày từ 6 đến 22 giờ. Vé một chiều giá 12,50 €, trẻ em được giảm 50%.',
  ],
  el: [
    'sans',
    'Το τελευταίο πλοίο για το Ardle Point φεύγει μισή ώρα νωρίτερα από το καλοκαίρι· ρωτήστε ' +
      'στο γραφείο του λιμανιού, «κάθε μέρα», από τις 6 έως τις 22. Τα εισιτήρια κοστίζουν 12,50 € ' +
      'για κάθε διαδρομή.',
  ],
  ru: [
    'serif',
    'Последний паром в Ардл-Пойнт уходит на полчаса раньше, чем летом; справьтесь в конторе порта — ' +
      'ежедневно с 6 до 22 часов. Билет стоит 12,50 € в один конец, «туда и обратно» — дешевле.',
  ],
  uk: [
    'sans',
    'Останній пором до Ардл-Пойнта відходить на пів години раніше, ніж улітку; запитайте в конторі ' +
      'порту – щодня з 6 до 22 години. Квиток коштує 12,50 €, «туди й назад» дешевше.',
  ],
  bg: [
    'serif',
    'Последният ферибот за Ардъл Пойнт тръгва половин час по-рано, отколкото през лятото; попитайте в ' +
      'пристанищната служба – всеки ден от 6 до 22 часа. Билетът струва 12,50 лв., „отиване и връщане“ е по-евтино.',
  ],
  ja: [
    'japanese',
    '最後の船は夏より三十分早く出ます。港の事務所（毎日、六時から二十二時まで）でお尋ねください。' +
      'きっぷは片道千二百円、「往復」ならもっとお得です。ブラックウォーター行きは、しょっちゅう遅れます……ご注意を！人々の声。',
  ],
  ko: [
    'korean',
    '아들 포인트로 가는 마지막 배는 여름보다 삼십 분 일찍 떠납니다. 항구 사무소에 매일 6시부터 22시까지 문의하십시오. ' +
      '편도 요금은 12,500원이고 “왕복”은 더 쌉니다(어린이는 50% 할인).',
  ],
  ar: [
    'arabic',
    'تغادر آخر سفينة إلى أردل بوينت قبل الصيف بنصف ساعة، ويرجى السؤال في مكتب الميناء كل يوم من ' +
      'الساعة 6 إلى 22. ثمن التذكرة 12.50 يورو، والأطفال بنصف الثمن.',
  ],
  he: [
    'hebrew',
    'הסירה האחרונה לארדל פוינט יוצאת חצי שעה מוקדם יותר מאשר בקיץ; נא לשאול במשרד הנמל, בכל יום ' +
      'מ־6 עד 22. כרטיס לכיוון אחד עולה 12.50 ₪, לילדים 50% הנחה.',
  ],
  hi: [
    'hindi',
    'आर्डल पॉइंट की आख़िरी नाव गर्मियों से आधा घंटा पहले निकलती है; कृपया बंदरगाह के दफ़्तर में पूछें, हर दिन 6 से 22 बजे तक। ' +
      'एक ओर का टिकट 12.50 रुपये का है, बच्चों के लिए 50% कम।',
  ],
  bn: [
    'bengali',
    'আর্ডল পয়েন্টের শেষ নৌকা গ্রীষ্মের চেয়ে আধ ঘণ্টা আগে ছাড়ে; অনুগ্রহ করে বন্দরের দপ্তরে জিজ্ঞাসা করুন, প্রতিদিন ৬টা থেকে ২২টা পর্যন্ত। ' +
      'একদিকের টিকিট ১২.৫০ টাকা, শিশুদের জন্য ৫০% কম।',
  ],
  ta: [
    'tamil',
    'ஆர்டில் முனைக்குச் செல்லும் கடைசிப் படகு கோடைகாலத்தைவிட அரை மணி நேரம் முன்னதாகப் புறப்படும்; துறைமுக அலுவலகத்தில் தினமும் 6 முதல் 22 மணி வரை கேட்கவும். ' +
      'ஒரு வழிக் கட்டணம் 12.50 ரூபாய், குழந்தைகளுக்கு 50% குறைவு.',
  ],
  th: [
    'thai',
    'เรือเที่ยวสุดท้ายไปอาร์เดิลพอยต์ออกเร็วกว่าฤดูร้อนครึ่งชั่วโมง กรุณาสอบถามที่สำนักงานท่าเรือทุกวัน ตั๋วราคาเที่ยวละสองร้อยบาท เด็กครึ่งราคา',
  ],
}

export const paragraphs = Object.entries(notices).map(([language, [font, text]]) => ({
  language,
  text,
  ...files[font],
}))
