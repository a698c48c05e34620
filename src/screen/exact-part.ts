export { exactView } from './exact-view.ts'
export { pageRules } from './page-rules.ts'
export { textTip } from './text-tip.ts'
