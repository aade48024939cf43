/** What lies in a pack, for whoever unpacks it. */
export const PACK_READ_ME = `This pack records a battery backup installation and its outage test.

report.pdf      to read and print
card.pdf        what to do when the street is dark, for the wall
record.json     everything the report was made from: installation, plan, readings, verdicts
readings.csv    every reading, corrected ones included
tables/         loads, components, circuits with their results, runs, electrodes, settings and marks of the outages, a file each
schematic.svg   the wiring as drawn, where there is any; the report says whether it was confirmed as built
pictures/       as taken, without camera metadata
recordings/     the recorder's own files
manifest.json   SHA-256 of every file; signature.json: one Ed25519 signature over it

In a PDF □ stands for a sign that its faces do not hold; record.json and the tables hold it as it was typed.

Any changed, missing or added file is found by the verifier of the program that made the pack, on its page or on the command line.
`
