// Runs one command after another in one process, so that only the first pays for the start. Requests
// and answers are lines of JSON in the two named pipes that it is given.
import { openSync, readSync, writeSync } from 'node:fs'

const [main, requestPath, answerPath] = process.argv.slice(2)
const requests = openSync(requestPath, 'r')
const answers = openSync(answerPath, 'w')
const listeners = process.stdout.rawListeners('error')

const chunk = Buffer.alloc(1 << 16)
let pending = ''

/** The next request; `undefined` when nobody writes any more. */
function nextRequest() {
  while (!pending.includes('\n')) {
    const count = readSync(requests, chunk)
    if (count === 0) return undefined
    pending += chunk.toString('utf8', 0, count)
  }
  const end = pending.indexOf('\n')
  const line = pending.slice(0, end)
  pending = pending.slice(end + 1)
  return JSON.parse(line)
}

function collect(stream) {
  const chunks = []
  const write = stream.write
  stream.write = (content, ...rest) => {
    chunks.push(Buffer.from(content))
    rest.find(last => typeof last === 'function')?.()
    return true
  }
  return () => {
    stream.write = write
    return Buffer.concat(chunks).toString('utf8')
  }
}

let count = 0
for (let request = nextRequest(); request; request = nextRequest()) {
  process.chdir(request.cwd)
  process.argv = [process.argv[0], main, ...request.args]
  process.exitCode = undefined
  const [out, err] = [collect(process.stdout), collect(process.stderr)]
  let failure = ''
  try {
    await import(`${main}?run=${count++}`)
  } catch (error) {
    failure = String(error.stack)
    process.exitCode = 1
  }
  for (const listener of process.stdout.rawListeners('error')) {
    if (!listeners.includes(listener)) process.stdout.off('error', listener)
  }
  const answer = { code: process.exitCode ?? 0, out: out(), err: err() + failure }
  const line = Buffer.from(`${JSON.stringify(answer)}\n`)
  for (let at = 0; at < line.length; ) at += writeSync(answers, line, at)
}
process.exitCode = 0
