// Writes common.txt: the list of @zxcvbn-ts/language-common (MIT), case-folded, unique, sorted by bytes.
// Run it after that package changes: node resources/passwords/build.mjs
import { writeFileSync } from 'node:fs';
import * as common from '@zxcvbn-ts/language-common';

const { dictionary } = common.default ?? common;
const passwords = [...new Set(dictionary['passwords-common'].map((word) => word.normalize('NFC').toLowerCase()))].filter(
  (word) => word !== '' && !word.includes('\n'),
);
passwords.sort((a, b) => Buffer.compare(Buffer.from(a), Buffer.from(b)));
writeFileSync(new URL('./common.txt', import.meta.url), passwords.join('\n') + '\n');
console.log(`${passwords.length} passwords`);
