/** Digits in groups of three, with a thin space. */
export function grouped(value: number): string {
  return value.toLocaleString('en-GB').replaceAll(',', '\u202f');
}

/** "1 account", "642 accounts". */
export function counted(value: number, one: string, many: string): string {
  return `${grouped(value)} ${value === 1 ? one : many}`;
}

/** Spaces at the ends and in a row are shown, where they are what is wrong with a value. */
export function withSpaces(value: string): string {
  return value.replace(/^ +| +$| {2,}/g, (spaces) => '·'.repeat(spaces.length));
}
