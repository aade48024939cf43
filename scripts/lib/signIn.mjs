/** Signs in to the demo as its lead, over HTTP, and answers with the cookies to send from then on. */
export async function signInToDemo(address) {
  const response = await fetch(`${address}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ email: 'ines@harrowlight.example', password: 'lamp-and-awl' }),
  })
  if (!response.ok) throw new Error(`signing in: ${response.status}`)
  return response.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ')
}
