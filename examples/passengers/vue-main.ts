// The same page in Vue: its texts are components, typed by the sheet.
import { textFor } from 'dot-line/vue'
import { createApp, defineComponent, h, onMounted, reactive, ref, type VNode, watch } from 'vue'
import {
  appearances,
  articles,
  choose,
  fares,
  languages,
  letters,
  more,
  openTexts,
  ports,
  say,
  sheet,
} from './passengers.ts'

const Text = textFor(sheet)

const Passengers = defineComponent(() => {
  const choice = reactive({ language: 'en', scale: 1, appearance: 'system' })
  const passenger = reactive({ name: '', home: 'quillhaven', note: '' })
  const saved = ref<'settings.saved' | 'news.thanks'>()
  const words = (key: string) => say(choice.language, key)
  const small = (message: string) => h(Text, { textStyle: 'small', message })
  const title = (tag: string, message: string, id?: string) =>
    h(tag, { id }, h(Text, { textStyle: tag === 'h1' ? 'headline' : 'subhead', message }))
  const labelled = (message: string, field: VNode) => h('label', [small(message), field])
  const chosen = (
    id: string,
    value: string,
    options: readonly (readonly [string, string])[],
    onInput: (value: string) => void,
  ) =>
    h(
      'select',
      {
        id,
        value,
        'data-dotline-style': 'field',
        onInput: ({ target }: Event) =>
          target instanceof HTMLSelectElement && onInput(target.value),
      },
      options.map(([key, shown]) => h('option', { value: key }, shown)),
    )
  const named = (keys: readonly string[], at: string) =>
    keys.map(key => [key, words(`${at}.${key}`)] as const)
  watch(choice, now => choose(now))
  onMounted(async () => {
    await openTexts()
    await choose(choice)
  })

  const settings = () =>
    h(
      'form',
      {
        onSubmit(event: Event) {
          event.preventDefault()
          saved.value = 'settings.saved'
        },
      },
      [
        title('h2', 'settings.title'),
        labelled(
          'settings.name',
          h('input', {
            id: 'name',
            autocomplete: 'name',
            placeholder: words('settings.name-hint'),
            'data-dotline-style': 'field',
            onInput: ({ target }: Event) => {
              if (target instanceof HTMLInputElement) passenger.name = target.value
            },
          }),
        ),
        h('div', { class: 'pair' }, [
          labelled(
            'settings.home',
            chosen('home', passenger.home, named(ports, 'ports'), value => {
              passenger.home = value
            }),
          ),
          labelled(
            'settings.language',
            chosen('language', choice.language, Object.entries(languages), value => {
              choice.language = value
            }),
          ),
          labelled(
            'settings.appearance',
            chosen('appearance', choice.appearance, named(appearances, 'settings'), value => {
              choice.appearance = value
            }),
          ),
          labelled(
            'settings.size',
            h('input', {
              ...{ id: 'scale', type: 'range', min: 0.85, max: 3, step: 0.05, value: choice.scale },
              onInput: ({ target }: Event) => {
                if (target instanceof HTMLInputElement) choice.scale = target.valueAsNumber
              },
            }),
          ),
        ]),
        h('fieldset', [
          h('legend', small('settings.tell')),
          ...['late', 'weather', 'offers'].map(kind =>
            h('label', { class: 'check' }, [
              h('input', { type: 'checkbox', checked: kind === 'late' }),
              h(Text, { textStyle: 'body', message: `settings.${kind}` }),
            ]),
          ),
        ]),
        labelled(
          'settings.note',
          h('textarea', {
            ...{ id: 'note', rows: 2, placeholder: words('settings.note-hint') },
            'data-dotline-style': 'field',
          }),
        ),
        h('button', { type: 'submit' }, h(Text, { textStyle: 'button', message: 'settings.save' })),
        h(
          'div',
          { role: 'status' },
          saved.value &&
            h(Text, {
              textStyle: 'body',
              message: saved.value,
              ...(saved.value === 'settings.saved' && {
                values: {
                  name: passenger.name || words('settings.nobody'),
                  port: words(`ports.${passenger.home}`),
                },
              }),
            }),
        ),
      ],
    )

  const news = () =>
    h('section', { 'aria-labelledby': 'news' }, [
      title('h2', 'news.title', 'news'),
      ...articles.map(key =>
        h('article', [
          h('h3', h(Text, { textStyle: 'port', message: `news.${key}` })),
          h(Text, {
            textStyle: 'body',
            message: `news.${key}-text`,
            maxLines: 2,
            ellipsis: more(choice.language),
            onAction({ action }) {
              if (action === 'rebook') saved.value = 'news.thanks'
            },
          }),
        ]),
      ),
    ])

  const quotes = () =>
    h('section', { 'aria-labelledby': 'letters' }, [
      title('h2', 'news.letters', 'letters'),
      ...letters.map(values =>
        h('blockquote', h(Text, { textStyle: 'body', message: 'news.letter', values })),
      ),
    ])

  const prices = () =>
    h('section', { 'aria-labelledby': 'fares' }, [
      title('h2', 'fares.title', 'fares'),
      h('table', [
        h(
          'thead',
          h('tr', [
            h('th', { scope: 'col' }, small('fares.kind')),
            h(
              'th',
              { scope: 'col' },
              h(Text, { textStyle: 'small', message: 'fares.price', align: 'end' }),
            ),
          ]),
        ),
        h(
          'tbody',
          fares.map(({ kind, price }) =>
            h('tr', [
              h('td', h(Text, { textStyle: 'body', message: `fares.${kind}` })),
              h('td', h(Text, { textStyle: 'price', markup: price })),
            ]),
          ),
        ),
      ]),
    ])

  return () => h('main', [title('h1', 'title'), settings(), news(), quotes(), prices()])
})

createApp(Passengers).mount('#app')
