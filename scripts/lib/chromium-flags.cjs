// The flags that Chromium needs here: no screen, no sandbox (it also runs as root), and no calls out of its own accord.
module.exports = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
