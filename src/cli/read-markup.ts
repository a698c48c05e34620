import { CommandError } from './command-error.ts'
import { readText } from './read-file.ts'

/** Markup from `-t`, or from a file, with what problems call it. */
export function readMarkup(
  file: string | undefined,
  text: string | undefined,
  isHtml = false,
): { text: string; source: string } {
  if (text !== undefined && file !== undefined) {
    throw new CommandError(`both -t and the file ${file} are given`, 'give one of them')
  }
  if (text !== undefined) return { text, source: '-t' }
  if (file === undefined) {
    throw new CommandError('there is no text', "give a FILE, or -t 'some ~strong[markup]'")
  }
  const ending = /\.(md|markdown|html?|xml)$/i.exec(file)?.[1].toLowerCase()
  if (ending !== undefined && !isHtml) {
    const what = ending.startsWith('m') ? 'Markdown' : ending === 'xml' ? 'XML' : 'HTML'
    throw new CommandError(
      `${file} is ${what}, whose marks would be set as text`,
      what === 'HTML' ? 'dotline markup --from html reads it' : 'give a text file',
    )
  }
  // The newline that ends a text file starts no paragraph.
  return {
    text: readText(file, 'text').replace(/\r?\n$/, ''),
    source: file === '-' ? 'stdin' : file,
  }
}
