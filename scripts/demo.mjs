// npm run demo [-- --fresh]: from a fresh checkout to a running school.
process.argv.splice(2, 0, 'demo');
await import('./jasperwren.mjs');
