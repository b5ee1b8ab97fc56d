import { BlockList, isIP } from 'node:net';

/**
 * Addresses that are not on the open network: this machine, private networks, link-local (where cloud
 * machines keep their secrets), shared, reserved, multicast. Sources: RFC 6890 and the IANA
 * special-purpose registries for IPv4 and IPv6.
 */
const inside = new BlockList();
for (const [network, prefix] of [
	['0.0.0.0', 8],
	['10.0.0.0', 8],
	['100.64.0.0', 10],
	['127.0.0.0', 8],
	['169.254.0.0', 16],
	['172.16.0.0', 12],
	['192.0.0.0', 24],
	['192.0.2.0', 24],
	['192.88.99.0', 24],
	['192.168.0.0', 16],
	['198.18.0.0', 15],
	['198.51.100.0', 24],
	['203.0.113.0', 24],
	['224.0.0.0', 4],
	['240.0.0.0', 4],
] as const)
	inside.addSubnet(network, prefix, 'ipv4');

/** Only this part of IPv6 is routed on the open network; 6to4 and Teredo in it wrap other addresses. */
const open = new BlockList();
open.addSubnet('2000::', 3, 'ipv6');
const wrapped = new BlockList();
wrapped.addSubnet('2001::', 32, 'ipv6');
wrapped.addSubnet('2001:db8::', 32, 'ipv6');
wrapped.addSubnet('2002::', 16, 'ipv6');

/** Whether an IP address is one of the open network. */
export function isPublicAddress(address: string): boolean {
	switch (isIP(address)) {
		case 4:
			return !inside.check(address, 'ipv4');
		case 6:
			return open.check(address, 'ipv6') && !wrapped.check(address, 'ipv6');
		default:
			return false;
	}
}
