import { schemaHead } from '../problem/index.ts'
import { inkKind } from './inks/read-inks.ts'
import type { JsonSchema } from './kinds.ts'
import { properties } from './properties.ts'
import { families } from './property-kinds.ts'
import { scaleKind, sizeKind } from './sizes.ts'

/**
 * A JSON Schema (draft 2020-12) of sheets, for editors. It knows every property and its values, but
 * not the names in your sheet.
 */
export function sheetJsonSchema(): JsonSchema {
  const named = (schema: JsonSchema) => ({ type: 'object', additionalProperties: schema })
  const style = { $ref: '#/$defs/style' }
  const parts = {
    families: named(families.schema),
    modularScale: scaleKind.schema,
    sizes: named(sizeKind.schema),
    inks: named(inkKind.schema),
    styles: named(style),
  }
  const schemas = Object.entries(properties).map(([name, { kind }]) => [name, kind.schema])
  const from = { anyOf: [{ type: 'string' }, { type: 'array', items: { type: 'string' } }] }
  return {
    ...schemaHead('sheet'),
    title: 'Dot Line sheet',
    type: 'object',
    properties: { $schema: { type: 'string' }, ...parts, modes: named({ $ref: '#/$defs/part' }) },
    required: ['styles'],
    additionalProperties: false,
    $defs: {
      style: {
        type: 'object',
        properties: { from, ...Object.fromEntries(schemas) },
        additionalProperties: false,
      },
      part: { type: 'object', properties: parts, additionalProperties: false },
    },
  }
}
