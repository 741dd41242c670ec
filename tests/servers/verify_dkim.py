"""Reads a message and says whether its DKIM signature is good; the key is asked of the name server at a port of loopback."""
import sys

import dkim
import dns.resolver

resolver = dns.resolver.Resolver(configure=False)
resolver.nameservers = ["127.0.0.1"]
resolver.port = int(sys.argv[1])


def txt(name, timeout=5):
    name = name.decode() if isinstance(name, bytes) else name
    try:
        answer = resolver.resolve(name, "TXT", lifetime=timeout)
    except (dns.resolver.NXDOMAIN, dns.resolver.NoAnswer):
        return None
    return b"".join(answer[0].strings)


message = sys.stdin.buffer.read()
try:
    print("good" if dkim.verify(message, dnsfunc=txt) else "bad")
except dkim.DKIMException as problem:
    print(f"bad: {problem}")
