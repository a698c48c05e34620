// Copies what the package carries but the repository does not: the built-in
// fonts with their licenses, and HarfBuzz's two WASM files.
import { copyFileSync, mkdirSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const require = createRequire(import.meta.url)
const assets = fileURLToPath(new URL('../assets', import.meta.url))
const folderOf = name => dirname(require.resolve(`${name}/package.json`))

const families = [
  ['source-sans-3', 'SourceSans3'],
  ['source-serif-4', 'SourceSerif4'],
  ['source-code-pro', 'SourceCodePro'],
]
const faces = ['400Regular', '400Regular_Italic', '700Bold', '700Bold_Italic']

mkdirSync(join(assets, 'fonts'), { recursive: true })
mkdirSync(join(assets, 'wasm'), { recursive: true })
for (const [name, stem] of families) {
  const folder = folderOf(`@expo-google-fonts/${name}`)
  for (const face of faces) {
    const style = face.replace(/^\d+/, '').replace('Regular_Italic', 'Italic').replace('_', '')
    copyFileSync(
      join(folder, face, `${stem}_${face}.ttf`),
      join(assets, 'fonts', `${stem}-${style}.ttf`),
    )
  }
  copyFileSync(join(folder, 'LICENSE_FONT'), join(assets, 'fonts', `${stem}-LICENSE.txt`))
}
// harfbuzzjs exports its .wasm files and its entry, but not its package.json.
const harfbuzz = dirname(dirname(fileURLToPath(import.meta.resolve('harfbuzzjs'))))
for (const file of ['harfbuzz.wasm', 'harfbuzz-subset.wasm']) {
  copyFileSync(join(harfbuzz, 'dist', file), join(assets, 'wasm', file))
}
copyFileSync(join(harfbuzz, 'LICENSE'), join(assets, 'wasm', 'LICENSE.txt'))
