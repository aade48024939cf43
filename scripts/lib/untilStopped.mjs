/** Keeps the app running until Ctrl-C, a signal, or the end of one of its parts; then everything is stopped and what is under way is finished. */
export function untilStopped(app) {
  let stopping = false
  const end = async (code) => {
    if (stopping) return
    stopping = true
    console.log('\nStopping…')
    await app.stop()
    process.exit(code)
  }
  process.on('SIGINT', () => void end(0))
  process.on('SIGTERM', () => void end(0))
  // a part that ended by itself is a failure: whoever watches over the app starts it again
  void app.ended.then(() => end(1))
}
