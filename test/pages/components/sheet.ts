import { defineSheet } from 'dot-line'

export const sheet = defineSheet({
  styles: { body: { size: 18, leading: 1.4 }, strong: { weight: 700 }, link: { underline: true } },
})
