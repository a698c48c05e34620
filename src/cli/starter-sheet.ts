import { defineSheet } from 'dot-line'

/** The sheet of commands without `--sheet`. */
export const starterSheet = defineSheet({
  inks: { text: '#143344', alert: '#ad3a20', link: '#0e5a78' },
  styles: {
    body: { family: 'sans', size: 16, leading: 1.4, ink: 'text' },
    headline: { from: 'body', size: 30, weight: 'bold', leading: 1.15 },
    strong: { weight: 'bold' },
    emphasis: { slant: 'italic' },
    code: { family: 'mono' },
    alert: { ink: 'alert', weight: 'bold' },
    link: { ink: 'link', underline: true },
  },
})
