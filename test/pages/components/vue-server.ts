import { renderToString } from 'vue/server-renderer'
import { app } from './vue-app.ts'

export const html = () => renderToString(app())
