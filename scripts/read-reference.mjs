// What the package exports, with its doc comments, as its types tell it: for the pages of the reference
// and for the test that nothing is without one.
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
// The compiler that builds has no interface for programs; this one reads the same types.
import ts from 'typescript-5.5'
import { packageEntries } from './package-entries.mjs'

const root = fileURLToPath(new URL('../', import.meta.url))

/** Every subpath with its exports, each with kind, signatures, comment and members. */
export function readReference() {
  const entries = packageEntries().flatMap(({ pattern, targets: { types } }) =>
    types ? [{ path: pattern.replace(/^\./, 'dot-line'), file: join(root, types) }] : [],
  )
  const program = ts.createProgram(
    entries.map(({ file }) => file),
    {
      module: ts.ModuleKind.NodeNext,
      moduleResolution: ts.ModuleResolutionKind.NodeNext,
      target: ts.ScriptTarget.ES2022,
      lib: ['lib.es2022.d.ts', 'lib.dom.d.ts', 'lib.dom.iterable.d.ts'],
      allowImportingTsExtensions: true,
      noEmit: true,
      strict: true,
      skipLibCheck: true,
      types: [],
    },
  )
  const checker = program.getTypeChecker()
  const bySubpath = new Map()
  for (const { path, file } of entries) {
    const module = checker.getSymbolAtLocation(program.getSourceFile(file))
    const symbols = checker.getExportsOfModule(module)
    const exports = symbols.map(symbol => exported(symbol, checker))
    bySubpath.set(path, [...(bySubpath.get(path) ?? []), ...exports])
  }
  return [...bySubpath].map(([path, exports]) => ({
    path,
    exports: exports.sort((a, b) => (a.name.toLowerCase() < b.name.toLowerCase() ? -1 : 1)),
  }))
}

function exported(symbol, checker) {
  const own = symbol.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(symbol) : symbol
  const declarations = own.declarations ?? []
  const [first] = declarations
  return {
    name: symbol.name,
    kind: kindOf(first),
    comment: commentOf(own, checker),
    tags: tagsOf(own, checker),
    signatures: declarations.map(signatureOf).filter(Boolean),
    members: declarations.flatMap(one => membersOf(one, checker)),
  }
}

const kindOf = declaration =>
  ts.isFunctionDeclaration(declaration)
    ? 'function'
    : ts.isInterfaceDeclaration(declaration)
      ? 'interface'
      : ts.isTypeAliasDeclaration(declaration)
        ? 'type'
        : ts.isClassDeclaration(declaration)
          ? 'class'
          : 'value'

const commentOf = (symbol, checker) =>
  ts.displayPartsToString(symbol.getDocumentationComment(checker)).replace(/\s+/g, ' ').trim()

/** What tags of a comment say: `@param x …`, `@returns`, `@throws`, `@example`, `@see`. */
const tagsOf = (symbol, checker) =>
  symbol.getJsDocTags(checker).map(({ name, text = [] }) => ({
    name,
    parameter: text.find(({ kind }) => kind === 'parameterName')?.text,
    text: text
      .filter(({ kind }) => kind !== 'parameterName')
      .map(part => part.text)
      .join('')
      .trim(),
  }))

/** A declaration without its comments, and without the members that are told one by one. */
function signatureOf(declaration) {
  if (ts.isInterfaceDeclaration(declaration) || ts.isClassDeclaration(declaration)) return undefined
  const whole = ts.isVariableDeclaration(declaration) ? declaration.parent.parent : declaration
  return plain(whole.getText())
}

const plain = text =>
  text
    .replace(/\/\*\*[\s\S]*?\*\//g, '')
    .replace(/^export (declare )?|^declare /, '')
    .replace(/[ \t]*\n\s*\n/g, '\n')
    .replace(/;\s*$/, '')
    .trim()

function membersOf(declaration, checker) {
  const isAlias = ts.isTypeAliasDeclaration(declaration)
  const holder = isAlias && ts.isTypeLiteralNode(declaration.type) ? declaration.type : declaration
  return (holder.members ?? []).flatMap(member => {
    if (!member.name || ts.isComputedPropertyName(member.name)) return []
    const isHidden =
      ts.isPrivateIdentifier(member.name) ||
      member.modifiers?.some(({ kind }) => kind === ts.SyntaxKind.PrivateKeyword)
    if (isHidden) return []
    const symbol = checker.getSymbolAtLocation(member.name)
    return [
      {
        name: member.name.getText(),
        type: plain(member.getText())
          .replace(/^readonly /, '')
          .replace(/\s+/g, ' '),
        comment: symbol ? commentOf(symbol, checker) : '',
      },
    ]
  })
}
