/** The modules that Node.js brings, which may be imported without `node:`. */
export const BUILTINS: ReadonlySet<string> = new Set(`
  assert async_hooks buffer child_process cluster console constants crypto dgram
  diagnostics_channel dns domain events fs http http2 https inspector module net os path
  perf_hooks process punycode querystring readline repl stream string_decoder sys timers tls
  trace_events tty url util v8 vm wasi worker_threads zlib
`.trim().split(/\s+/));
