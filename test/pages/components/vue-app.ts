// An application in Vue whose texts a server renders first.
import { rich } from 'dot-line'
import { textFor } from 'dot-line/vue'
import { createSSRApp, defineComponent, h, ref } from 'vue'
import { sheet } from './sheet.ts'

const BoatText = textFor(sheet)

const Departure = defineComponent(() => {
  const minutes = ref(12)
  const isThere = ref(true)
  return () =>
    h('main', [
      isThere.value
        ? h(BoatText, {
            textStyle: 'body',
            markup: '{boat} is ~strong[{minutes} min] late. ~action=more[More] ~action=end[End]',
            values: { boat: 'Tern', minutes: minutes.value },
            class: 'departure',
            onAction: ({ action }) => {
              if (action === 'more') minutes.value++
              else isThere.value = false
            },
          })
        : h('p', 'No boats'),
      h(BoatText, { textStyle: 'body', rich: rich`${minutes.value} min` }),
    ])
})

export const app = () => createSSRApp(Departure)
