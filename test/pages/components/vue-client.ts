import { takeOver } from './take-over.ts'
import { app } from './vue-app.ts'

await takeOver(root => app().mount(root))
