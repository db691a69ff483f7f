/** The name of a file as a title: without its ending, and with blanks for dashes. */
export const bareName = (name: string): string => name.replace(/\.[a-z0-9]+$/i, '').replace(/[-_]+/g, ' ');
