import { readFileSync } from 'node:fs';

/** Prints what no test noticed: file, line, the change, by file. */
const report = JSON.parse(readFileSync(process.argv[2], 'utf8'));
const alive = ['Survived', 'NoCoverage'];
for (const [file, { mutants, source }] of Object.entries(report.files)) {
  const survivors = mutants.filter(({ status }) => alive.includes(status));
  const counted = mutants.filter(({ status }) => [...alive, 'Killed', 'Timeout'].includes(status));
  if (counted.length === 0) continue;
  const share = Math.round((100 * (counted.length - survivors.length)) / counted.length);
  process.stdout.write(
    `${file}  ${counted.length - survivors.length} of ${counted.length} killed, ${share} %\n`,
  );
  const lines = source.split('\n');
  for (const { location, replacement, mutatorName, status } of survivors) {
    const { start, end } = location;
    const was =
      start.line === end.line
        ? lines[start.line - 1].slice(start.column - 1, end.column - 1)
        : `${lines[start.line - 1].trim()} ...`;
    const becomes = (replacement ?? '').replace(/\s+/g, ' ').slice(0, 70);
    process.stdout.write(
      `  ${start.line}  ${mutatorName}${status === 'NoCoverage' ? ' (no test comes here)' : ''}: ${was.slice(0, 90)}  ->  ${becomes}\n`,
    );
  }
}
