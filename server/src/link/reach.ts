import { lookup } from 'node:dns/promises';
import { BlockList, isIP } from 'node:net';
import { CoreError } from '@amber-relay/core/errors';
import type { InstrumentAddress } from '@amber-relay/core/measure';

/** Ports at which instruments listen by custom: SCPI (5025) and its neighbours, and those of some bridges. */
export const usualPorts: readonly number[] = [5024, 5025, 5026, 5555, 9221];

/** Addresses of a workshop's own network: RFC 1918, RFC 4193, link-local, and this machine. */
const near = new BlockList();
for (const [net, bits] of [
  ['10.0.0.0', 8],
  ['172.16.0.0', 12],
  ['192.168.0.0', 16],
  ['169.254.0.0', 16],
  ['127.0.0.0', 8],
] as const)
  near.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ['fc00::', 7],
  ['fe80::', 10],
] as const)
  near.addSubnet(net, bits, 'ipv6');
near.addAddress('::1', 'ipv6');

/** Whether an IP address lies in the workshop's own network, or is this machine. */
export const isNear = (ip: string): boolean => {
  const family = isIP(ip);
  // An IPv4 address in IPv6 dress is what it is inside.
  const inside = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(ip)?.[1];
  if (inside) return isNear(inside);
  return family !== 0 && near.check(ip, family === 4 ? 'ipv4' : 'ipv6');
};

export interface ReachOptions {
  /** Ports that may be reached; `any` in tests. */
  readonly ports: readonly number[] | 'any';
  readonly find?: (host: string) => Promise<readonly string[]>;
}

const findAll = async (host: string): Promise<readonly string[]> => (await lookup(host, { all: true })).map(({ address }) => address);

/**
 * The IP address to connect to, settled once: a name that pointed elsewhere a moment later would not be followed.
 *
 * @throws CoreError `out-of-range` for what lies outside the workshop's network or is no port of instruments, `unknown-name` for a name
 * that is not known
 */
export async function nearAddress({ host, port }: InstrumentAddress, { ports, find = findAll }: ReachOptions): Promise<InstrumentAddress> {
  if (ports !== 'any' && !ports.includes(port))
    throw new CoreError(
      'out-of-range',
      'port',
      `Port ${port} is none at which instruments listen (${ports.join(', ')}).`,
      `If your instrument really uses it, start the program with LINK_PORTS=${port}.`,
    );
  const found = isIP(host) ? [host] : await find(host).catch(() => []);
  if (!found.length)
    throw new CoreError(
      'unknown-name',
      host,
      `No machine called ${host} is known here.`,
      'Give its address in numbers, as its own menu shows it.',
    );
  const ip = found.find(isNear);
  if (!ip)
    throw new CoreError(
      'out-of-range',
      host,
      `${host} does not lie in the workshop’s own network.`,
      'Only instruments in the same network are read: give an address such as 192.168.1.40.',
    );
  return { host: ip, port };
}
