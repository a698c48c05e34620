// @vitest-environment jsdom
import { describe, it } from 'vitest'
import { expectWordsInDom } from '../support/words-in-dom.ts'

describe('text elements in unit tests with jsdom', () => {
  it('have their words, links and actions in the DOM', expectWordsInDom)
})
