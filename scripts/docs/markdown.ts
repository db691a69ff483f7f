/** Text that Markdown shows as it stands. */
export const plain = (text: string): string =>
  text.replaceAll('|', '\\|').replaceAll('<', '&lt;').replaceAll('*', '\\*').replaceAll('_', '\\_');
