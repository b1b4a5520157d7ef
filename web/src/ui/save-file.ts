/** Offers a text as a file to keep. */
export function saveFile(name: string, content: string | Blob, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name safe for any file system. */
export function fileName(text: string, ending: string): string {
  const safe = text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60);
  return `${safe || 'row'}.${ending}`;
}
