/** Where this device remembers lamp mode. */
export const LAMP_KEY = 'awlbright-lamp'

/** Runs before the first paint, so that lamp mode does not flash up white in a dark loft. */
export const LAMP_SCRIPT = `try{if(localStorage.getItem('${LAMP_KEY}')==='on')document.documentElement.classList.add('dark')}catch{}`
