/** The version of the program, as in package.json and CHANGELOG.md; a spec holds the three together. */
export const programVersion = '0.3.0';
