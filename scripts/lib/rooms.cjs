/** The rooms in order: each uses only those before it. `npm run lint` holds them to it, and a spec that every room stands here. */
module.exports = {
  coreRooms: [
    ...[
      'errors',
      'format',
      'quantity',
      'csv',
      'money',
      'words',
      'measure',
      'plan',
      'card',
      'line',
      'trace',
      'tape',
      'run',
      'job',
      'entry',
      'link',
    ],
    ...['sheets', 'manual', 'archive', 'copy', 'signal', 'sums', 'feed', 'standin', 'testing'],
  ],
  webRooms: [
    ...['ui', 'storage', 'bench', 'instruments', 'diagram', 'pictures', 'sheets', 'book-in', 'job', 'cards', 'sums', 'jobs', 'day'],
    ...['people', 'stock', 'archive', 'places', 'shell', 'testing'],
  ],
};
