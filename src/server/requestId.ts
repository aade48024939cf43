/** Header with the name of a request: it stands in the answer and in each line of the log, so that a crew's complaint finds its lines. */
export const REQUEST_ID_HEADER = 'x-request-id'
