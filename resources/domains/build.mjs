// Writes throwaway.txt: domains of throw-away mailboxes, from disposable-email-domains (MIT); sorted by bytes, one a line. Its
// wildcards (a domain with all its subdomains) are written with a leading dot.
// Run it after that package changes: node resources/domains/build.mjs
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const read = (name) => JSON.parse(readFileSync(require.resolve(`disposable-email-domains/${name}`), 'utf8'));
const domains = [...new Set([...read('index.json'), ...read('wildcard.json').map((domain) => `.${domain}`)])];
domains.sort((a, b) => Buffer.compare(Buffer.from(a), Buffer.from(b)));
writeFileSync(new URL('./throwaway.txt', import.meta.url), domains.join('\n') + '\n');
console.log(`${domains.length} domains`);
