import { describe, expect, it } from 'vitest';
import { readObject } from '../../resources/ui/kit/readObject';

describe('a text that should be a JSON object', () => {
  it('is read', () => expect(readObject('{"a": [1, "ö"]}')).toEqual({ object: { a: [1, 'ö'] } }));
  it.each(['[1]', '"a"', '1', 'null', 'true'])('is no other value: %s', (text) =>
    expect(readObject(text)).toEqual({ mistake: 'An object is needed: it begins with { and ends with }.' }),
  );
  it('says in which line it stops being one', () => {
    expect(readObject('{\n  "a": 1,\n  "b": ,\n}')).toEqual({ mistake: 'This is not JSON yet: look at line 3.' });
    expect(readObject('{ "a" 1 }')).toEqual({ mistake: 'This is not JSON yet: look at line 1.' });
  });
  it.each(['', '   ', '{', '{ "a": 1'])('may not be finished: %j', (text) =>
    expect(readObject(text)).toHaveProperty('mistake'),
  );
});
