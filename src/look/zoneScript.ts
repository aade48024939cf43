/** Cookie in which a browser says its zone. */
export const ZONE_COOKIE = 'awlbright-zone'

/** Tells the server this device's zone, in which it draws the times of the next page. */
export const ZONE_SCRIPT = `try{document.cookie='${ZONE_COOKIE}='+encodeURIComponent(Intl.DateTimeFormat().resolvedOptions().timeZone)+';path=/;max-age=31536000;samesite=lax'}catch{}`
