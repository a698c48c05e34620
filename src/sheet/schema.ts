import * as v from 'valibot'

/** Weights by name, as `OS/2.usWeightClass` numbers them. */
export const weightNames = {
  thin: 100,
  'extra-light': 200,
  light: 300,
  regular: 400,
  medium: 500,
  'semi-bold': 600,
  bold: 700,
  'extra-bold': 800,
  black: 900,
} as const

const namesOf = (record: object) => Object.keys(record).join(', ')
const positive = (message: string) =>
  v.pipe(v.number(message), v.finite(message), v.gtValue(0, message))

const nameOrList = (message: string) =>
  v.union([v.string(), v.pipe(v.array(v.string()), v.minLength(1))], message)

const size = 'a number of units above 0, such as 16, a factor such as "1.2x", or the name of a size'
const weightPicks = [
  'thin',
  'extra-light',
  'light',
  'regular',
  'medium',
  'semi-bold',
  'bold',
  'extra-bold',
  'black',
] as const
const weight = `a number from 1 to 1000, or one of ${namesOf(weightNames)}`
const leading = 'a number of times the size, such as 1.4, or units such as "24u"'

/** What each property takes. A message says what is expected. */
export const propertySchemas = {
  family: nameOrList('the name of a family, or a list of names'),
  size: v.union([positive(size), v.string()], size),
  weight: v.union(
    [v.pipe(v.number(), v.minValue(1), v.maxValue(1000)), v.picklist(weightPicks)],
    weight,
  ),
  slant: v.picklist(['normal', 'italic', 'oblique'], 'one of normal, italic, oblique'),
  leading: v.union([positive(leading), v.pipe(v.string(), v.regex(/^\d+(\.\d+)?u$/))], leading),
  ink: v.string('the name of an ink, or a color such as "#0b3d5c"'),
}

export type PropertyName = keyof typeof propertySchemas
export const propertyNames = Object.keys(propertySchemas)

const styleSchema = v.strictObject({
  from: v.optional(nameOrList('the name of a style, or a list of names')),
  ...v.partial(v.object(propertySchemas)).entries,
})

const named = <T extends v.GenericSchema>(schema: T, what: string) =>
  v.record(v.string(), schema, `an object of names and ${what}`)

export const sheetSchema = v.strictObject(
  {
    families: v.optional(named(propertySchemas.family, 'families')),
    sizes: v.optional(named(positive('a number of units above 0'), 'sizes')),
    inks: v.optional(named(v.string('a color such as "#0b3d5c"'), 'colors')),
    styles: named(styleSchema, 'styles'),
  },
  'an object with styles',
)

export type CheckedSheet = v.InferOutput<typeof sheetSchema>
export type CheckedStyle = v.InferOutput<typeof styleSchema>
export type CheckedProperties = Omit<CheckedStyle, 'from'>
