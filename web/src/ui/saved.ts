/** Hand a file to whoever holds the tablet. */
export function saveAs(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  Object.assign(document.createElement('a'), { href: address, download: name }).click();
  URL.revokeObjectURL(address);
}
