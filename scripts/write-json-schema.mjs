// Writes the schemas that editors check sheets, charts and documents with: `npm run schema`, after a build.
import { writeFileSync } from 'node:fs'
import { chartJsonSchema } from '../dist/chart-file/index.js'
import { placesJsonSchema } from '../dist/check/index.js'
import { documentJsonSchema } from '../dist/document/index.js'
import { sheetJsonSchema } from '../dist/index.node.js'

const schemas = {
  sheet: sheetJsonSchema(),
  chart: chartJsonSchema(),
  document: documentJsonSchema(),
  places: placesJsonSchema(),
}
for (const [name, schema] of Object.entries(schemas)) {
  const file = new URL(`../${name}.schema.json`, import.meta.url)
  writeFileSync(file, `${JSON.stringify(schema, null, 2)}\n`)
}
