import type { RichText, Value } from '../markup/index.ts'
import type { CharacterProperties, ColorText, ParagraphProperties } from '../sheet/index.ts'

/**
 * The checks of a literal markup string by the compiler: its styles, properties, inks, sizes and
 * placeholders. They are bounded: in a string with many marks only the first are checked, and
 * syntax that types can't follow (quotation marks in the head of a span) is left to the parser.
 */

/** Maximum number of a string's marks that types check. */
type Bound = 24
type Steps = readonly unknown[]

/** Characters that end a name. */
type NoName =
  | ' '
  | '~'
  | '['
  | ']'
  | '{'
  | '}'
  | '('
  | ')'
  | '='
  | '"'
  | ','
  | '/'
  | ':'
  | '\n'
  | '\t'
type IsName<T extends string> = T extends ''
  ? false
  : T extends `${string}${NoName}${string}`
    ? false
    : true

/** The items of a span's head, which commas part. */
type HeadItems<T extends string> = T extends `${infer Item},${infer Rest}`
  ? Item | HeadItems<Rest>
  : T

/** An item that makes what looks like a head plain text. */
type NoItem<Item extends string> = Item extends `${infer Name}=${infer Value}`
  ? IsName<Name> extends true
    ? Value extends `${string}${' ' | '\n' | '\t'}${string}`
      ? Item
      : never
    : Item
  : IsName<Item> extends true
    ? never
    : Item

/** The items of the heads in a literal markup string: styles, and `name=value`. */
type ItemsIn<T extends string, N extends Steps = []> = N['length'] extends Bound
  ? never
  : T extends `${string}~${infer After}`
    ? After extends `${'~' | '[' | ']' | '{' | '}'}${infer Rest}`
      ? ItemsIn<Rest, [...N, 0]>
      : After extends `${infer Head}[${infer Rest}`
        ? Head extends `${string}"${string}`
          ? ItemsIn<Rest, [...N, 0]>
          : [NoItem<HeadItems<Head>>] extends [never]
            ? HeadItems<Head> | ItemsIn<Rest, [...N, 0]>
            : ItemsIn<After, [...N, 0]>
        : never
    : never

/** The names of placeholders in a literal markup string. */
type PlaceholdersIn<T extends string, N extends Steps = []> = N['length'] extends Bound
  ? never
  : T extends `${infer Before}{${infer Name}}${infer Rest}`
    ? Before extends `${string}~`
      ? PlaceholdersIn<`${Name}}${Rest}`, [...N, 0]>
      : Name extends `${string}{${string}`
        ? PlaceholdersIn<`${Name}}${Rest}`, [...N, 0]>
        :
            | (IsName<Name> extends true ? (Name extends `U+${string}` ? never : Name) : never)
            | PlaceholdersIn<Rest, [...N, 0]>
    : never

/** The names of a sheet, as types. */
interface SheetNames {
  readonly style: string
  readonly ink: string
  readonly size: string
}

/** The names that can stand before `=` in a head. */
type OverrideName = keyof CharacterProperties | keyof ParagraphProperties | 'href' | 'action'

/** The mistake in one item of a head, as a type. */
type ItemFault<
  Item extends string,
  Names extends SheetNames,
> = Item extends `${infer Name}=${infer Value}`
  ? Name extends 'ink'
    ? InkFault<Value, Names['ink']>
    : Name extends 'size'
      ? SizeFault<Value, Names['size']>
      : Name extends OverrideName
        ? never
        : `there is no property '${Name}'`
  : Item extends Names['style']
    ? never
    : `the sheet has no style '${Item}'`

type InkFault<Value extends string, I extends string> = Value extends I | ColorText
  ? never
  : `the sheet has no ink '${Value}'`

type SizeFault<Value extends string, Z extends string> = Value extends
  | Z
  | `${number}`
  | `${number}x`
  ? never
  : `the sheet has no size '${Value}'`

/** The text itself, or what is wrong with it, for the compiler to show. */
export type CheckedMarkup<T extends string | RichText, Names extends SheetNames> = T extends string
  ? IsLiteral<T, Names['style']> extends false
    ? T
    : [ItemFault<ItemsIn<T>, Names>] extends [never]
      ? T
      : ItemFault<ItemsIn<T>, Names>
  : T

/** Whether both the string and the names of the sheet's styles are known to the compiler. */
type IsLiteral<T extends string, S extends string> = string extends T
  ? false
  : string extends S
    ? false
    : true

/** The placeholders of a literal string; of any other text, none that the compiler knows. */
type NeededValues<T extends string | RichText> = T extends string
  ? string extends T
    ? never
    : PlaceholdersIn<T>
  : never

/** The argument behind a text: needed where the text is a literal with placeholders. */
export type SettingFor<T extends string | RichText, SetOptions> = [NeededValues<T>] extends [never]
  ? [setting?: SetOptions]
  : [setting: SetOptions & { readonly values: { readonly [K in NeededValues<T>]: Value } }]
