/** How the crew’s commands are called. */
export const CREW_USAGE = `  npm run -s cli -- crew make --name CREW --lead NAME --email ADDRESS [--pack P]  a crew, and the link by which its lead joins
  npm run -s cli -- crew list              the crews of this server and their people
  npm run -s cli -- crew invite --email ADDRESS --name NAME [--role lead] [--crew ID]  a link by which somebody joins
  npm run -s cli -- crew new-password --email ADDRESS  a link by which somebody chooses a new password
  npm run -s cli -- crew sign-out --email ADDRESS      ends a person's sessions on every device
  npm run -s cli -- crew no-second-factor --email ADDRESS  the phone with the authenticator is lost`
