// Imports the library and sets one text, and prints the CPU time of it and of what the process took before, in milliseconds.
const cpu = () => {
  const { user, system } = process.cpuUsage()
  return (user + system) / 1000
}
const before = cpu()
const { defineSheet, openFonts, typesetterFor } = await import('../../dist/index.node.js')
const sheet = defineSheet({ styles: { body: { size: 16 } } })
const fonts = await openFonts({ builtIn: ['sans'] })
const { width } = typesetterFor({ sheet, fonts }).set('Boats to Ardle Point', { style: 'body' })
if (width === 0) throw new Error('nothing was set')
console.log(JSON.stringify({ before, own: cpu() - before }))
