import {
  aString,
  checkArguments,
  checkOptions,
  described,
  errorOf,
  fieldReport,
  hasFields,
  isObject,
  type Path,
  type Problem,
  pathText,
  readJson,
  type SourceLocation,
  type SourceOptions,
  sourceOptions,
} from '../problem/index.ts'
import { placeListFields } from './place-fields.ts'
import type { PlaceList } from './place-list.ts'

/** A list of places that was checked, and where its parts stand in their file. */
export interface PlacesFile {
  /** The list of places, checked. */
  readonly list: PlaceList
  /** Place of a part in its file. */
  locationOf(path: Path): SourceLocation | string
}

/** Reads a list of places in JSON. Throws a `DotLineError` with all mistakes, each with its place. */
export function readPlaces(json: string, options: SourceOptions = {}): PlacesFile {
  checkArguments('readPlaces', ['json', json, aString])
  checkOptions('readPlaces', options, sourceOptions)
  const { value, locationOf, problems } = readJson(json, options.source ?? 'places')
  return { list: checkedPlaces(value, locationOf, problems), locationOf }
}

/** A list of places of any origin, checked. */
export function checkedPlaces(
  value: unknown,
  locationOf: (path: Path) => SourceLocation | string = pathText,
  before: readonly Problem[] = [],
): PlaceList {
  const { report, problems, end } = fieldReport(locationOf, before)
  if (!isObject(value)) {
    report([], 'bad-places', `a list of places is an object, not ${described(value)}`)
    throw errorOf(problems)
  }
  const isAsSaid = hasFields(value, placeListFields, ['places'], report, 'a list of places')
  const names = new Set<unknown>()
  if (Array.isArray(value.places)) {
    value.places.forEach((place: unknown, i) => {
      if (!isObject(place)) return
      if (names.has(place.name)) {
        report(
          ['places', i, 'name'],
          'duplicate-name',
          `two places are named '${String(place.name)}'`,
        )
      }
      names.add(place.name)
    })
  }
  end()
  if (!isAsSaid) throw errorOf(problems)
  return value
}
