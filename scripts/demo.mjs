// npm run demo: the demonstration, an invented workroom to try things in. `--reset` renews its data.
import { serve } from './serve.mjs'

await serve({ demo: true, port: 4310 })
