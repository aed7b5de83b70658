import { scratchFolder, startServer } from '../server/testing';
import { fuzz } from '../server/testing/fuzz';

/** Ten thousand broken requests to a demo school: `npm run bench -- fuzz`, and `FUZZ_SEED=7` for others. */
export async function fuzzing(): Promise<void> {
  const folder = scratchFolder();
  const server = await startServer('demo', folder.path('school.db'));
  try {
    const seed = Number(process.env.FUZZ_SEED ?? 1);
    const { statuses, failures, poisoned, longest } = await fuzz(server.address, 10_000, seed);
    console.log(`seed ${seed}: ${JSON.stringify(statuses)}`);
    console.log(`the longest took ${Math.round(longest.milliseconds)} ms: ${longest.what}`);
    console.log(`${failures.length} failures, ${poisoned.length} things that cannot be read afterwards`);
    for (const failure of [...failures, ...poisoned].slice(0, 40)) console.log(failure);
    if (failures.length + poisoned.length > 0) process.exitCode = 1;
  } finally {
    await server.kill();
    folder.remove();
  }
}
