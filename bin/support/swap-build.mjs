// swap-build.mjs BUILT SERVED ENTRY : puts a finished build in the place that is served, so that half of one is never served.
//
// Assets carry a digest of their content in their names, so the new ones come first and change nothing. Then the entry, which names
// them, is renamed over the old one. Assets that neither this build nor the one before it made are removed: pages that were opened
// before the change may still load theirs.
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const [built, served, entry] = process.argv.slice(2);
const list = join(served, '.files');

const filesIn = (folder) =>
  readdirSync(folder, { recursive: true })
    .map(String)
    .filter((name) => statSync(join(folder, name)).isFile());

const place = (name) => {
  const target = join(served, name);
  mkdirSync(dirname(target), { recursive: true });
  copyFileSync(join(built, name), `${target}.new`);
  renameSync(`${target}.new`, target);
};

const made = filesIn(built);
if (!made.includes(entry)) throw new Error(`${built} holds no ${entry}: the build did not finish.`);
mkdirSync(served, { recursive: true });
const before = existsSync(list) ? readFileSync(list, 'utf8').split('\n') : filesIn(served);
made.filter((name) => name !== entry).forEach(place);
place(entry);
const kept = new Set([...made, ...before, '.files', '.stamp']);
filesIn(served)
  .filter((name) => !kept.has(name))
  .forEach((name) => rmSync(join(served, name)));
writeFileSync(list, made.join('\n'));
rmSync(built, { recursive: true });
