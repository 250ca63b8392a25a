export type Language = 'curl' | 'fetch' | 'php';

/** One request to the API, ready to paste. */
export function snippet(language: Language, origin: string, path: string, body: unknown): string {
  const url = `${origin}/api/v1${path}`;
  const json = JSON.stringify(body, null, 2);
  if (language === 'curl') {
    // Within single quotes a shell takes everything as it is, but for the quote itself.
    return `curl -sS ${url} \\\n  -H 'Content-Type: application/json' \\\n  -d '${json.replaceAll("'", `'\\''`)}'`;
  }
  if (language === 'fetch') {
    return `const response = await fetch(${JSON.stringify(url)}, {\n  method: 'POST',\n  headers: { 'Content-Type': 'application/json' },\n  body: JSON.stringify(${json.replaceAll('\n', '\n  ')}),\n});\nconst answer = await response.json();`;
  }
  return `$curl = curl_init(${phpText(url)});\ncurl_setopt_array($curl, [\n    CURLOPT_RETURNTRANSFER => true,\n    CURLOPT_HTTPHEADER => ['Content-Type: application/json'],\n    CURLOPT_POSTFIELDS => json_encode(${php(body, 1)}, JSON_THROW_ON_ERROR),\n]);\n$answer = json_decode(curl_exec($curl), true, flags: JSON_THROW_ON_ERROR);`;
}

function php(value: unknown, depth: number): string {
  if (typeof value === 'string') return phpText(value);
  if (value === null || typeof value !== 'object') return String(value);
  const pad = '    '.repeat(depth + 1);
  const items = Array.isArray(value)
    ? value.map((item) => `${pad}${php(item, depth + 1)},\n`)
    : Object.entries(value).map(([key, item]) => `${pad}${phpText(key)} => ${php(item, depth + 1)},\n`);
  return `[\n${items.join('')}${'    '.repeat(depth)}]`;
}

const phpText = (text: string): string => `'${text.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`;
