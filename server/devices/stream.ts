import { createEventStream, type H3Event } from 'h3'
import { readAlong, type Pace } from './pace'

/** Streams readings as server-sent events until the last, or until nobody listens any more. */
export function streamAlong<T>(event: H3Event, pace: Pace, read: (atS: number) => T): Promise<void> {
  const stream = createEventStream(event), gone = new AbortController()
  stream.onClosed(() => { gone.abort() })
  void readAlong(pace, read, reading => stream.push(JSON.stringify(reading)), gone.signal).then(() => stream.close(), () => stream.close())
  return stream.send()
}
