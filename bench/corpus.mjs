/** Numbers that look random and are the same on every run (a linear congruential generator). */
function numbers(seed) {
  let state = seed
  return below => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
}

const starts =
  'b br c ch cl cr d dr f fl fr g gl gr h j k kn l m n p pl pr qu r s sc sh sl sm sn sp st str sw t th tr tw v w wh wr y'.split(
    ' ',
  )
const vowels = 'a a a e e e e i i i o o o u u ai ea ee ie oa oo ou'.split(' ')
const ends = [
  '',
  '',
  '',
  ...'b ck d ff ft g l ll ld lf m mp n nd ng nk nt p r rd rk rm rn rt s sh ss st t th tch x'.split(
    ' ',
  ),
]
const common =
  'the of and to a in that it is was for on as with at by from be are this which or had not but have an they his her you we all one were there when who will more no if out so said what up its about into than them can only other new some time could these two may then do first any my now such like our over me even most made after also did many before must through back years where much your way well down should because each just those people how too little state good very make world still own see men work long here get both between life being under three never day same another know while last might us great old year off come since against go came right used take'.split(
    ' ',
  )

/** A made-up English vocabulary: the more common a word the shorter, all different. */
function vocabulary(size, next) {
  const words = new Set(common)
  const pick = list => list[next(list.length)]
  while (words.size < size) {
    const most = words.size < 600 ? 1 : words.size < 8000 ? 2 : 3
    let word = ''
    for (let syllables = 1 + next(most); syllables > 0; syllables--) {
      word += pick(starts) + pick(vowels) + (syllables === 1 || next(4) === 0 ? pick(ends) : '')
    }
    const ending = ['', '', '', '', '', 'ed', 'ing', 's', 'ly', 'er'][next(10)]
    if (word.length + ending.length <= 14) words.add(word + ending)
  }
  return [...words]
}

/**
 * About `length` characters of prose in paragraphs, with its words used as unevenly as in English
 * (the rank of a word by Zipf's law), and at least 15,000 different ones a megabyte.
 */
export function prose(length, seed = 20261123) {
  const next = numbers(seed)
  const words = vocabulary(40_000, next)
  const paragraphs = []
  let total = 0
  while (total < length) {
    let paragraph = ''
    for (let sentences = 3 + next(5); sentences > 0; sentences--) {
      const sentence = []
      for (let count = 6 + next(18); count > 0; count--) {
        // Ranks are spread evenly over the logarithm: what is twice as far down is half as common.
        const rank = Math.floor(words.length ** (next(1 << 20) / (1 << 20))) - 1
        sentence.push(words[rank])
        if (count > 3 && next(12) === 0) sentence[sentence.length - 1] += next(6) === 0 ? ';' : ','
      }
      const text = sentence.join(' ')
      paragraph += `${text[0].toUpperCase()}${text.slice(1)}${next(20) === 0 ? '?' : '.'} `
    }
    paragraphs.push(paragraph.trim())
    total += paragraph.length
  }
  return paragraphs.join('\n').slice(0, length)
}

export const differentWords = text => new Set(text.toLowerCase().match(/[a-z]+/g)).size
