import type { ShapedGlyphs } from '../fonts/index.ts'

export interface Writable {
  readonly glyphs: Uint32Array
  readonly advances: Int32Array
  readonly clusters: Uint32Array
  readonly unsafe: Uint8Array
  readonly offsetsX: Int32Array
  readonly offsetsY: Int32Array
}

/** One more character of a word whose hash is taken (FNV-1a); it starts with `firstHash`. */
export const nextHash = (hash: number, unit: number) => Math.imul(hash ^ unit, 0x01000193)
export const firstHash = 0x811c9dc5 | 0

/** The number of an edge that has none. */
export const noEdge = 0xff

/** Facts about a word and its ends, as bits of `flags`. */
export const wordFlag = {
  startsPlain: 1,
  startsOther: 2,
  endsPlain: 4,
  endsOther: 8,
  /** The face does not have all of its characters. */
  lacksGlyph: 16,
  /** Whether lines may end inside it. */
  unbroken: 32,
  broken: 64,
} as const

/**
 * Ints a glyph: its number, its advance, and its cluster with whether it is unsafe to break before.
 */
const glyphFields = 3

/** Room for so many words at first: most programs set few in each face. */
const firstCapacity = 512

/** The size of what is kept of each word, in bytes. */
const bytesPerWord = 4 * 4 + 8 * 4 + 2 * 2 + 3

/**
 * Words of one face, script, language and set of features with their glyphs, in a few large blocks
 * of memory: of texts with tens of thousands of words, each is found with as few reads as can be.
 * Words are identified by their characters in a given text, so that no string is made to look one up.
 * Blocks are fields of a class, since all tables have one shape then, which engines read at once.
 */
export class WordTable {
  size = 0
  /** How often it was cleared: a word's number is valid until the next time. */
  clearings = 0
  /** The sum of the advances of each word, in font units. */
  advances: Int32Array = new Int32Array(firstCapacity)
  /** The `wordFlag` bits of each word. */
  flags: Uint8Array = new Uint8Array(firstCapacity)
  /**
   * The numbers of the edges that each word begins and ends with, where those were found to be what they
   * are by themselves; otherwise `noEdge`.
   */
  firstEdges: Uint8Array = new Uint8Array(firstCapacity).fill(noEdge)
  lastEdges: Uint8Array = new Uint8Array(firstCapacity).fill(noEdge)
  /** Numbers of words by their hash; -1 where none is. */
  private slots: Int32Array = new Int32Array(firstCapacity * 4).fill(-1)
  private hashes: Int32Array = new Int32Array(firstCapacity)
  private textStarts: Int32Array = new Int32Array(firstCapacity + 1)
  private glyphStarts: Int32Array = new Int32Array(firstCapacity + 1)
  private firstCodes: Int32Array = new Int32Array(firstCapacity)
  private lastCodes: Int32Array = new Int32Array(firstCapacity)
  private firstLengths: Uint16Array = new Uint16Array(firstCapacity)
  private lastLengths: Uint16Array = new Uint16Array(firstCapacity)
  private firstNumbers: Int32Array = new Int32Array(firstCapacity)
  private lastNumbers: Int32Array = new Int32Array(firstCapacity)
  private units: Uint16Array = new Uint16Array(1 << 12)
  private glyphs: Int32Array = new Int32Array(1 << 13)
  private readonly offsets = new Map<number, readonly [x: Int32Array, y: Int32Array]>()
  /** The numbers of edges: no more than a font has letters, and marks on them. */
  private readonly edges = new Map<string, number>()

  /** Its size, in bytes. */
  get bytes() {
    return this.hashes.length * bytesPerWord + this.units.byteLength + this.glyphs.byteLength
  }

  /** The number of the word in a part of a text; -1 where it is not known. */
  find(text: string, start: number, end: number, hash: number): number {
    const { slots, hashes, textStarts, units } = this
    const mask = slots.length - 1
    const length = end - start
    for (let slot = (hash ^ (hash >>> 15)) & mask; ; slot = (slot + 1) & mask) {
      const word = slots[slot]
      if (word < 0) return -1
      if (hashes[word] !== hash) continue
      const at = textStarts[word]
      if (textStarts[word + 1] - at !== length) continue
      let i = 0
      while (i < length && text.charCodeAt(start + i) === units[at + i]) i++
      if (i === length) return word
    }
  }

  /** Adds a word whose glyphs are a part of a shaped text; clusters there count from `base`. */
  add(word: string, source: ShapedGlyphs, from: number, to: number, base: number): number {
    if (this.size === this.hashes.length) this.grow()
    const index = this.size++
    const { hashes, textStarts, glyphStarts } = this
    let hash = firstHash
    const at = textStarts[index]
    if (at + word.length > this.units.length) {
      const length = Math.max(at + word.length, this.units.length * 2)
      this.units = copied(this.units, new Uint16Array(length))
    }
    for (let i = 0; i < word.length; i++) {
      const unit = word.charCodeAt(i)
      hash = nextHash(hash, unit)
      this.units[at + i] = unit
    }
    textStarts[index + 1] = at + word.length
    hashes[index] = hash
    this.enter(index)
    let g = glyphStarts[index]
    const end = g + (to - from) * glyphFields
    if (end > this.glyphs.length) {
      this.glyphs = copied(this.glyphs, new Int32Array(Math.max(end, this.glyphs.length * 2)))
    }
    const { glyphs } = this
    let isOffset = false
    let advance = 0
    let isMissing = false
    let firstEnd = word.length
    for (let i = from; i < to; i++, g += glyphFields) {
      const cluster = source.clusters[i] - base
      glyphs[g] = source.glyphs[i]
      glyphs[g + 1] = source.advances[i]
      advance += source.advances[i]
      if (source.glyphs[i] === 0) isMissing = true
      glyphs[g + 2] = (cluster << 1) | source.unsafe[i]
      if (source.offsetsX[i] !== 0 || source.offsetsY[i] !== 0) isOffset = true
      if (cluster > 0 && cluster < firstEnd) firstEnd = cluster
    }
    glyphStarts[index + 1] = end
    if (isOffset) {
      this.offsets.set(index, [source.offsetsX.slice(from, to), source.offsetsY.slice(from, to)])
    }
    const lastStart = to > from ? source.clusters[to - 1] - base : 0
    this.firstLengths[index] = firstEnd
    this.lastLengths[index] = word.length - lastStart
    this.firstCodes[index] = firstEnd === 1 ? word.charCodeAt(0) : -1
    this.lastCodes[index] = word.length - lastStart === 1 ? word.charCodeAt(lastStart) : -1
    this.advances[index] = advance
    this.flags[index] = isMissing ? wordFlag.lacksGlyph : 0
    this.firstEdges[index] = noEdge
    this.lastEdges[index] = noEdge
    this.firstNumbers[index] = 0
    this.lastNumbers[index] = 0
    return index
  }

  clear() {
    this.slots.fill(-1)
    this.offsets.clear()
    this.edges.clear()
    this.size = 0
    this.clearings++
  }

  glyphCount(word: number): number {
    return (this.glyphStarts[word + 1] - this.glyphStarts[word]) / glyphFields
  }

  /** The character of a word's first cluster; -1 if the cluster has several. */
  firstCode(word: number): number {
    return this.firstCodes[word]
  }

  lastCode(word: number): number {
    return this.lastCodes[word]
  }

  /** The characters of its first cluster. */
  first(word: number): string {
    return this.textOf(word, 0, this.firstLengths[word])
  }

  /** The characters of its last cluster. */
  last(word: number): string {
    const length = this.textStarts[word + 1] - this.textStarts[word]
    return this.textOf(word, length - this.lastLengths[word], length)
  }

  /** All of it. */
  text(word: number): string {
    return this.textOf(word, 0, this.textStarts[word + 1] - this.textStarts[word])
  }

  /**
   * The number of the glyphs of its first or last cluster: the same of all words that begin, or
   * end, with those.
   */
  edgeNumber(word: number, end: 'first' | 'last'): number {
    const numbers = end === 'first' ? this.firstNumbers : this.lastNumbers
    if (numbers[word] === 0) {
      const key = this.edgeKey(word, end)
      const known = this.edges.get(key) ?? this.edges.size + 1
      this.edges.set(key, known)
      numbers[word] = known
    }
    return numbers[word]
  }

  /** A glyph of a word. */
  glyph(word: number, index: number): number {
    return this.glyphs[this.glyphStarts[word] + index * glyphFields]
  }

  /** Its advance, in font units. */
  glyphAdvance(word: number, index: number): number {
    return this.glyphs[this.glyphStarts[word] + index * glyphFields + 1]
  }

  /** The offset in the word of the cluster it is of. */
  cluster(word: number, index: number): number {
    return this.glyphs[this.glyphStarts[word] + index * glyphFields + 2] >> 1
  }

  /** Number of clusters of a word's first glyphs; without a number, of all of them. */
  clusterCount(word: number, count?: number): number {
    const { glyphs, glyphStarts } = this
    const start = glyphStarts[word]
    const end = count === undefined ? glyphStarts[word + 1] : start + count * glyphFields
    let clusters = 0
    let before = -1
    for (let at = start; at < end; at += glyphFields) {
      const cluster = glyphs[at + 2] >> 1
      if (cluster !== before) clusters++
      before = cluster
    }
    return clusters
  }

  /**
   * The index of the first glyph whose cluster starts at an offset or behind it; -1 where none
   * does.
   */
  glyphFrom(word: number, offset: number): number {
    const { glyphs, glyphStarts } = this
    for (let at = glyphStarts[word], i = 0; at < glyphStarts[word + 1]; at += glyphFields, i++) {
      if (glyphs[at + 2] >> 1 >= offset) return i
    }
    return -1
  }

  /** Whether a line may end at an offset as the word stands, before a glyph. */
  isSafeAt(word: number, glyph: number, offset: number): boolean {
    return this.glyphs[this.glyphStarts[word] + glyph * glyphFields + 2] === offset << 1
  }

  /** The sum of the advances of its first glyphs. */
  advanceTo(word: number, glyph: number): number {
    const { glyphs, glyphStarts } = this
    let sum = 0
    const start = glyphStarts[word]
    for (let i = 0; i < glyph; i++) sum += glyphs[start + i * glyphFields + 1]
    return sum
  }

  /**
   * Writes a word's glyphs from index `g` on, clusters counted from `start`; gives the next index.
   */
  write(word: number, into: Writable, first: number, start: number): number {
    const { glyphs, glyphStarts } = this
    const end = glyphStarts[word + 1]
    let g = first
    for (let at = glyphStarts[word]; at < end; at += glyphFields, g++) {
      into.glyphs[g] = glyphs[at]
      into.advances[g] = glyphs[at + 1]
      const cluster = glyphs[at + 2]
      into.clusters[g] = start + (cluster >> 1)
      into.unsafe[g] = cluster & 1
    }
    const offset = this.offsets.size > 0 ? this.offsets.get(word) : undefined
    if (offset) {
      into.offsetsX.set(offset[0], first)
      into.offsetsY.set(offset[1], first)
    }
    return g
  }

  private grow() {
    const capacity = this.hashes.length * 2
    const ints = (block: Int32Array, length = capacity) => {
      const larger = new Int32Array(length)
      larger.set(block)
      return larger
    }
    this.slots = new Int32Array(capacity * 4).fill(-1)
    this.hashes = ints(this.hashes)
    this.textStarts = ints(this.textStarts, capacity + 1)
    this.glyphStarts = ints(this.glyphStarts, capacity + 1)
    this.firstCodes = ints(this.firstCodes)
    this.lastCodes = ints(this.lastCodes)
    this.firstNumbers = ints(this.firstNumbers)
    this.lastNumbers = ints(this.lastNumbers)
    this.advances = ints(this.advances)
    this.firstLengths = copied(this.firstLengths, new Uint16Array(capacity))
    this.lastLengths = copied(this.lastLengths, new Uint16Array(capacity))
    this.flags = copied(this.flags, new Uint8Array(capacity))
    this.firstEdges = copied(this.firstEdges, new Uint8Array(capacity))
    this.lastEdges = copied(this.lastEdges, new Uint8Array(capacity))
    for (let word = 0; word < this.size; word++) this.enter(word)
  }

  /** Puts a word where its hash is looked for. */
  private enter(word: number) {
    const { slots, hashes } = this
    const mask = slots.length - 1
    const hash = hashes[word]
    let slot = (hash ^ (hash >>> 15)) & mask
    while (slots[slot] >= 0) slot = (slot + 1) & mask
    slots[slot] = word
  }

  /** The glyphs of a cluster, from the edge of the word inward. */
  private edgeKey(word: number, end: 'first' | 'last'): string {
    const { glyphs, glyphStarts } = this
    const [from, to] = [glyphStarts[word], glyphStarts[word + 1]]
    const step = end === 'first' ? glyphFields : -glyphFields
    const start = end === 'first' ? from : to - glyphFields
    const clusterAt = (at: number) => glyphs[at + 2] >> 1
    let key = ''
    for (let at = start; at >= from && at < to && clusterAt(at) === clusterAt(start); at += step) {
      key += `${glyphs[at]},`
    }
    return key
  }

  private textOf(word: number, from: number, to: number): string {
    const start = this.textStarts[word]
    return String.fromCharCode(...this.units.subarray(start + from, start + to))
  }
}

function copied<T extends Int32Array | Uint16Array | Uint8Array>(from: T, into: T): T {
  into.set(from)
  return into
}
