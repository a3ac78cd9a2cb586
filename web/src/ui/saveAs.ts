/** Hands a file to the browser to be saved. */
export function saveAs(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser has taken it over by then.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
