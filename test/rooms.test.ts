import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const root = fileURLToPath(new URL('..', import.meta.url))

/** What each room may import: the arrows of the design. Everyone may import `problem`, `geometry`, `blocks` and `notation`. */
const arrows: Record<string, readonly string[]> = {
  problem: [],
  geometry: [],
  blocks: [],
  notation: [],
  sheet: [],
  markup: [],
  unicode: [],
  fonts: [],
  shaping: ['sheet', 'fonts', 'unicode'],
  layout: ['shaping', 'unicode', 'sheet'],
  drawing: ['layout', 'sheet'],
  'targets/svg': ['drawing'],
  'targets/canvas': ['drawing'],
  'targets/pdf': ['drawing'],
  'targets/outline': ['drawing'],
  // What text cannot show is a picture; a PNG is made from one as well.
  'targets/flow': ['layout', 'drawing', 'sheet'],
  'targets/html': ['drawing', 'sheet', 'targets/svg', 'targets/flow'],
  'targets/png': ['drawing', 'targets/svg'],
  typesetter: ['sheet', 'markup', 'unicode', 'fonts', 'shaping', 'layout', 'drawing'],
  platform: ['fonts', 'drawing', 'layout'],
  // Each face is a module of its own, so that bundlers copy what is imported.
  faces: ['faces'],
  specimen: ['sheet', 'markup', 'fonts', 'layout', 'drawing', 'typesetter', 'targets/svg'],
  // What is public of it, and the targets.
  screen: ['core.ts', 'markup', 'typesetter', 'targets/flow', 'targets/html', 'targets/canvas'],
  // Of the screen and the core they take types alone.
  components: [],
  react: ['components'],
  vue: ['components'],
  svelte: ['components'],
  server: ['core.ts', 'drawing', 'typesetter', 'targets/flow', 'targets/html'],
  chart: ['core.ts', 'targets/svg'],
  'chart-file': ['core.ts', 'chart'],
  document: ['core.ts'],
  messages: ['markup'],
  xliff: ['core.ts'],
  check: ['core.ts', 'targets/html'],
  // The scenes of `dotline demo`, which stand beside the examples.
  cli: ['scenes'],
}

/** Packages a room may import; `dot-line` is the public API. */
const packages: Record<string, readonly string[]> = {
  problem: ['jsonc-parser'],
  markup: ['htmlparser2'],
  fonts: ['fflate', 'brotli'],
  platform: ['hyphen'],
  sheet: ['culori'],
  messages: ['messageformat'],
  xliff: ['saxes'],
  'targets/pdf': ['fflate'],
  'targets/outline': ['manifold-3d'],
  'targets/png': ['@resvg/resvg-js'],
  react: ['react'],
  vue: ['vue'],
  svelte: ['svelte'],
  server: ['htmlparser2'],
  chart: ['htmlparser2', 'css-select', 'css-what'],
  'chart-file': ['d3-scale', 'd3-shape', 'd3-dsv'],
  cli: ['dot-line', 'commander', 'picocolors', 'string-width'],
}

/** What may use Node's own modules: the command, and the part of `platform` that is for Node. */
const usesNode = (file: string) =>
  ['src/cli/', 'src/platform/node/', 'src/targets/png/'].some(room => file.startsWith(room))

const entries = ['src/index.ts', 'src/index.node.ts', 'src/core.ts']

const files = readdirSync(join(root, 'src'), { recursive: true, encoding: 'utf8' })
  .filter(name => name.endsWith('.ts') && !name.endsWith('.d.ts'))
  .map(name => `src/${name}`)

/** Modules a file imports for their values; type-only imports are no arrows. */
function imported(file: string): string[] {
  const text = readFileSync(join(root, file), 'utf8')
  const statements = text.matchAll(
    /^(import|export)\s+(?!type\s)([^'"]*?from\s+)?['"]([^'"]+)['"]/gms,
  )
  return [...statements]
    .filter(([, , names = '']) => !/^\{(\s*type [^,}]+,?)+\s*\}/s.test(names))
    .map(match => match[3])
}

function roomOf(file: string): string {
  const [, first, second] = file.split('/')
  return first === 'targets' ? `targets/${second}` : first
}

describe('the arrows between rooms', () => {
  it('knows every room', () => {
    const rooms = new Set(files.filter(f => !entries.includes(f)).map(roomOf))
    expect([...rooms].sort()).toEqual(Object.keys(arrows).sort())
  })

  it.each(files.filter(f => !entries.includes(f)))('%s imports only what its room may', file => {
    const room = roomOf(file)
    for (const module of imported(file)) {
      if (module.startsWith('node:')) {
        expect(usesNode(file), `${file} imports ${module}`).toBe(true)
      } else if (module.startsWith('.')) {
        const target = relative(root, resolve(root, dirname(file), module))
        const allowed = [room, 'problem', 'geometry', 'blocks', 'notation', ...arrows[room]]
        expect(allowed, `${file} imports ${module}`).toContain(roomOf(target))
        // Rooms are entered by their door.
        if (roomOf(target) !== room) expect(target).toMatch(/\/(index|core)\.ts$/)
      } else {
        const name = module
          .split('/')
          .slice(0, module.startsWith('@') ? 2 : 1)
          .join('/')
        expect(packages[room] ?? [], `${file} imports ${module}`).toContain(name)
      }
    }
  })

  /** Each step of layout takes what those before it gave; what all of them know is beside them. */
  const layoutSteps = ['.', 'measure', 'break', 'cut', 'place', 'read']
  const stepOf = (file: string) => relative('src/layout', dirname(file)) || '.'
  const ofLayout = files.filter(file => file.startsWith('src/layout/'))
  it.each(ofLayout.filter(file => file !== 'src/layout/index.ts'))(
    '%s takes from no later step',
    file => {
      const own = layoutSteps.indexOf(stepOf(file))
      expect(own).toBeGreaterThanOrEqual(0)
      const text = readFileSync(join(root, file), 'utf8')
      for (const [, module] of text.matchAll(/from '(\.[^']+)'/g)) {
        const target = relative(root, resolve(root, dirname(file), module))
        if (!target.startsWith('src/layout/')) continue
        expect(
          layoutSteps.indexOf(stepOf(target)),
          `${file} imports ${module}`,
        ).toBeLessThanOrEqual(own)
      }
    },
  )

  const examples = readdirSync(join(root, 'examples'), { recursive: true, encoding: 'utf8' })
  it.each(examples.filter(name => /\.tsx?$/.test(name)))(
    'lets %s use the public API only',
    name => {
      const text = readFileSync(join(root, 'examples', name), 'utf8')
      const modules = [...text.matchAll(/from '([^']+)'/g)].map(match => match[1])
      expect(modules.filter(module => module.includes('src/'))).toEqual([])
    },
  )
})
