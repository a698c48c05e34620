import { existsSync, readFileSync } from 'node:fs'
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { join, normalize } from 'node:path'
import { fileURLToPath } from 'node:url'
import { CommandError, errorLines } from './command-error.ts'
import type { PreviewFiles } from './preview-files.ts'

const previewFolder = fileURLToPath(new URL('../preview/', import.meta.url))
const packageFolder = fileURLToPath(new URL('../../', import.meta.url))

interface Answer {
  readonly type: string
  readonly body: string | Uint8Array
  readonly status?: number
  readonly policy?: string
}

/** Scripts and styles of a proof stand in it; it loads nothing. */
const proofPolicy =
  "default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; font-src data:; img-src data:; connect-src 'self'"

const types: Readonly<Record<string, string>> = {
  css: 'text/css; charset=utf-8',
  html: 'text/html; charset=utf-8',
  js: 'text/javascript; charset=utf-8',
  wasm: 'application/wasm',
}
const typeOf = (path: string) =>
  types[path.slice(path.lastIndexOf('.') + 1)] ?? 'application/octet-stream'

/** Serves on this machine alone, and gives the address. Throws where the port is taken. */
export async function servePreview(files: PreviewFiles, port: number): Promise<string> {
  const waiting = new Set<ServerResponse>()
  /** Number of changes of the files so far. */
  let changes = 0
  const server = createServer(async (request, response) => {
    if (!isAsked(request)) return answer(response, notHere(403, 'only this machine is served'))
    // No URL of its own is made of it: a request may hold anything.
    const [pathname, query] = (request.url ?? '/').split('?', 2)
    const searchParams = new URLSearchParams(query)
    if (pathname === '/changes') {
      response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' })
      response.write(': here\n\n')
      // A change between the making of a page and its first question is reported at once.
      if (Number(searchParams.get('since') ?? changes) < changes) response.write(changed)
      waiting.add(response)
      request.on('close', () => waiting.delete(response))
      return
    }
    answer(response, await answerTo(pathname, files, changes))
  })
  await new Promise<void>((listening, failed) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      const reason =
        error.code === 'EADDRINUSE' ? 'another program has it: give --port 0' : error.message
      failed(new CommandError(`cannot serve on port ${port}`, reason))
    })
    server.listen(port, '127.0.0.1', listening)
  })
  let timer: NodeJS.Timeout | undefined
  files.watch(() => {
    changes++
    // One write is several events.
    clearTimeout(timer)
    timer = setTimeout(() => {
      for (const response of waiting) response.write(changed)
    }, 80)
  })
  const address = server.address()
  return `http://127.0.0.1:${typeof address === 'object' && address ? address.port : port}`
}

const changed = 'data: changed\n\n'

const ownFiles = new Set(['/workbench.js', '/workbench.css', '/modules/fflate.js'])

/** Names of other hosts that lead here are refused: their pages could read what is served. */
function isAsked({ headers, method }: IncomingMessage): boolean {
  const host = headers.host?.replace(/:\d+$/, '')
  return (method === 'GET' || method === 'HEAD') && (host === '127.0.0.1' || host === 'localhost')
}

const notHere = (status: number, what: string): Answer => ({
  status,
  type: 'text/plain; charset=utf-8',
  body: `${what}\n`,
})

async function answerTo(path: string, files: PreviewFiles, changes: number): Promise<Answer> {
  try {
    // Browsers ask for it by themselves.
    if (path === '/favicon.ico') return { status: 204, type: 'image/x-icon', body: '' }
    if (path === '/') return fileAnswer(join(previewFolder, 'workbench.html'))
    if (ownFiles.has(path)) return fileAnswer(join(previewFolder, path))
    if (path === '/served.json') {
      return { type: 'application/json', body: JSON.stringify({ ...files.served(), changes }) }
    }
    if (path === '/proof' && files.hasProof) {
      return { type: types.html, body: live(await files.proof(), changes), policy: proofPolicy }
    }
    const font = /^\/fonts\/(\d+)$/.exec(path)
    const fontFile = font && files.fonts[Number(font[1])]
    if (fontFile) return fileAnswer(fontFile)
    // The library's own files, and nothing beside them.
    const library = /^\/library\/((?:dist|assets)\/[\w./-]+)$/.exec(path)
    if (library?.[1].endsWith('.js') && normalize(library[1]) === library[1]) {
      return scriptAnswer(join(packageFolder, library[1]))
    }
    if (library && normalize(library[1]) === library[1])
      return fileAnswer(join(packageFolder, library[1]))
  } catch (error) {
    const lines = await errorLines(error)
    return { type: types.html, body: live(problemPage(lines), changes), policy: proofPolicy }
  }
  return notHere(404, 'there is nothing here')
}

function fileAnswer(path: string): Answer {
  if (!existsSync(path)) return notHere(404, 'there is nothing here')
  return { type: typeOf(path), body: readFileSync(path) }
}

/** A script of the library: a page without a bundler finds the other package by its address. */
function scriptAnswer(path: string): Answer {
  if (!existsSync(path)) return notHere(404, 'there is nothing here')
  const body = readFileSync(path, 'utf8').replaceAll('from"fflate"', 'from"/modules/fflate.js"')
  return { type: types.js, body }
}

function answer(response: ServerResponse, { status = 200, type, body, policy }: Answer) {
  response.writeHead(status, {
    'content-type': type,
    'cache-control': 'no-store',
    'x-content-type-options': 'nosniff',
    ...(policy !== undefined && { 'content-security-policy': policy }),
  })
  response.end(body)
}

/** A page that is loaded again when a file was written, where it was scrolled to. */
const live = (page: string, changes: number) =>
  page.replace('</body>', () => `<script>${liveScript(changes)}</script></body>`)

const liveScript = (changes: number) =>
  `new EventSource('/changes?since=${changes}').addEventListener('message',()=>location.reload())`

/** The page that reports problems of the files in place of the proof. */
function problemPage(lines: readonly string[]): string {
  const escaped = lines.map(line => line.replaceAll('&', '&amp;').replaceAll('<', '&lt;'))
  return (
    '<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>Proof</title>' +
    '<style>body{font:16px/1.5 system-ui,sans-serif;color:#143344;margin:32px;max-width:70ch}li{margin:8px 0;color:#ad3a20}</style></head>' +
    `<body><h1>The files cannot be read</h1><ul>${escaped.map(line => `<li>${line}</li>`).join('')}</ul>` +
    '<p>This page is loaded again when they are written.</p></body></html>'
  )
}
