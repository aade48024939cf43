/**
 * Asks for every face at the beginning of a page. Each of them would be asked for by the first text that is set in it, when the page is
 * laid out already, and each that comes after that lays the whole page out again.
 */
export const FACES_SCRIPT = `document.fonts.forEach(function(face){face.load().catch(function(){})})`
