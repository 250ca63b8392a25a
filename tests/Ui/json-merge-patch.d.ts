declare module 'json-merge-patch' {
  const merge: { apply: (target: unknown, patch: unknown) => unknown };
  export default merge;
}
