// Writes common.txt and words.bin from @zxcvbn-ts/language-common and @zxcvbn-ts/language-en (both MIT).
// Run it after those packages change: node resources/passwords/build.mjs
//
// common.txt: the common passwords, case-folded, unique, sorted by bytes; what is refused.
// words.bin: common passwords, words and names with their ranks; what the estimate of guesses knows. First, for each two bytes that a
// word's XXH64 can begin with, and for the end, the number of the first such record, in three bytes. Then the records, sorted, six
// bytes each: the hash's next three, then four bits for the kind (1 common password, 2 word, 3 name) and twenty for the rank.
import { writeFileSync } from 'node:fs';
import { createXXHash64 } from 'hash-wasm';
import * as common from '@zxcvbn-ts/language-common';
import * as english from '@zxcvbn-ts/language-en';

const LONGEST_LIST = 30_000;
const dictionary = { ...(common.default ?? common).dictionary, ...(english.default ?? english).dictionary };
const fold = (words) =>
  [...new Set(words.map((word) => word.normalize('NFC').toLowerCase()))].filter(
    (word) => word !== '' && !word.includes('\n'),
  );

const passwords = fold(dictionary['passwords-common']);
const sorted = passwords.toSorted((a, b) => Buffer.compare(Buffer.from(a), Buffer.from(b)));
writeFileSync(new URL('./common.txt', import.meta.url), sorted.join('\n') + '\n');

const kindOf = (list) => (list === 'passwords-common' ? 1 : /names/.test(list) ? 3 : 2);
const words = new Map();
for (const [list, entries] of Object.entries(dictionary)) {
  fold(entries)
    .slice(0, list === 'passwords-common' ? entries.length : LONGEST_LIST)
    .forEach((word, index) => {
      if ([...word].length >= 3 && [...word].length <= 30 && (words.get(word)?.rank ?? Infinity) > index + 1)
        words.set(word, { rank: index + 1, kind: kindOf(list) });
    });
}
const hasher = await createXXHash64();
const records = [...words].map(([word, { rank, kind }]) => {
  const record = Buffer.alloc(8);
  Buffer.from(hasher.init().update(word).digest('binary')).copy(record, 0, 0, 5);
  record.writeUIntBE(kind * 2 ** 20 + rank, 5, 3);
  return record;
});
records.sort(Buffer.compare);
const index = Buffer.alloc(3 * 65_537);
let first = 0;
for (let beginning = 0; beginning <= 65_536; beginning++) {
  while (first < records.length && records[first].readUInt16BE(0) < beginning) first++;
  index.writeUIntBE(first, 3 * beginning, 3);
}
writeFileSync(
  new URL('./words.bin', import.meta.url),
  Buffer.concat([index, ...records.map((record) => record.subarray(2))]),
);
console.log(`${passwords.length} passwords, ${words.size} words`);
