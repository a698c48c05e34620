import type { RichText, Value } from '../markup/index.ts'

/**
 * What a compiler can say of a literal markup string: which styles and which placeholders it
 * names. Bounded: of a string with many marks, only the first are looked at, and what the types
 * cannot follow (quotation marks in the head of a span) is left to the parser.
 */

/** How many marks of a string are looked at. */
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

/** The words of a span's head that are no `key=value`. */
type HeadNames<T extends string> = T extends `${string}"${string}`
  ? never
  : T extends `${infer Word} ${infer Rest}`
    ? HeadWord<Word> | HeadNames<Rest>
    : HeadWord<T>
type HeadWord<T extends string> = IsName<T> extends true ? T : never

/** The names of styles in a literal markup string. */
export type StyleNamesIn<T extends string, N extends Steps = []> = N['length'] extends Bound
  ? never
  : T extends `${string}~${infer After}`
    ? After extends `${'~' | '[' | ']' | '{' | '}'}${infer Rest}`
      ? StyleNamesIn<Rest, [...N, 0]>
      : After extends `(${infer Head})[${infer Rest}`
        ? HeadNames<Head> | StyleNamesIn<Rest, [...N, 0]>
        : After extends `${infer Name}[${infer Rest}`
          ? IsName<Name> extends true
            ? Name | StyleNamesIn<Rest, [...N, 0]>
            : StyleNamesIn<After, [...N, 0]>
          : never
    : never

/** The names of placeholders in a literal markup string. */
export type PlaceholdersIn<T extends string, N extends Steps = []> = N['length'] extends Bound
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

/** The text itself, or what is wrong with it, for the compiler to show. */
export type CheckedMarkup<T extends string | RichText, S extends string> = T extends string
  ? Literal<T, S> extends false
    ? T
    : [Exclude<StyleNamesIn<T>, S>] extends [never]
      ? T
      : `the sheet has no style '${Exclude<StyleNamesIn<T>, S>}'`
  : T

/** Whether both the string and the names of the sheet's styles are known to the compiler. */
type Literal<T extends string, S extends string> = string extends T
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
export type SettingFor<T extends string | RichText, Setting> = [NeededValues<T>] extends [never]
  ? [setting?: Setting]
  : [setting: Setting & { readonly values: { readonly [K in NeededValues<T>]: Value } }]
