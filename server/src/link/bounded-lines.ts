import type { Socket } from 'node:net';

/** The longest line that is taken from, or given to, an instrument; and all that one may send in one session. */
const lineLimits = { line: 4096, session: 65_536 } as const;

export interface LineEvents {
  /** A line that has ended, without its end. */
  readonly line: (line: string) => void;
  /** More came than a line, or a session, may hold; the socket is ended. */
  readonly tooMuch: () => void;
}

/** Takes whole lines from a socket. No more than one line is ever held. */
export function onLines(socket: Socket, { line, tooMuch }: LineEvents): void {
  let held = '';
  let session = 0;
  const refuse = (): void => {
    held = '';
    socket.removeAllListeners('data');
    socket.destroy();
    tooMuch();
  };
  socket.on('data', (data: Buffer) => {
    session += data.length;
    if (session > lineLimits.session) return refuse();
    held += data.toString('latin1');
    for (let end = held.indexOf('\n'); end >= 0; end = held.indexOf('\n')) {
      const one = held.slice(0, end).replace(/\r$/, '');
      held = held.slice(end + 1);
      if (one.length > lineLimits.line) return refuse();
      line(one);
    }
    if (held.length > lineLimits.line) refuse();
  });
}
