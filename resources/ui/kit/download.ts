/** Hands over a file that is made in the page. */
export function download(name: string, type: 'text/plain' | 'application/json', text: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
