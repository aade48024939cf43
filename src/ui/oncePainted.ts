/**
 * Waits until a page that the server sends has come whole and has been painted; not at all on the server itself, or in a window that nobody
 * sees, which is never painted.
 */
export async function oncePainted(): Promise<void> {
  if (typeof document === 'undefined' || document.hidden) return
  if (document.readyState === 'loading') {
    await new Promise((whole) => document.addEventListener('DOMContentLoaded', whole, { once: true }))
  }
  await new Promise((begun) => requestAnimationFrame(begun))
  // a frame is painted after those who asked for it
  await new Promise((done) => setTimeout(done))
}
