"""A line as slow as a phone's: what goes through it waits half a round trip each way, and comes no faster than so many bits a second."""

from __future__ import annotations

import asyncio
import threading
import time

ROUND_TRIP_S, BYTES_PER_S = 0.150, 1_600_000 / 8
PIECE = 4096


class SlowLine:
    """Listens on a port of its own, and hands on to another; all connections share one line."""

    def __init__(self, to_port: int) -> None:
        self.to_port, self.port = to_port, 0
        self._free_at = 0.0
        self._ready = threading.Event()
        self._loop = asyncio.new_event_loop()
        threading.Thread(target=self._run, daemon=True).start()
        self._ready.wait()

    def _run(self) -> None:
        asyncio.set_event_loop(self._loop)
        server = self._loop.run_until_complete(asyncio.start_server(self._meet, "127.0.0.1", 0))
        self.port = int(server.sockets[0].getsockname()[1])
        self._ready.set()
        self._loop.run_forever()

    async def _meet(self, reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        # a connection costs a round trip before anything is said
        await asyncio.sleep(ROUND_TRIP_S)
        there, back = await asyncio.open_connection("127.0.0.1", self.to_port)
        await asyncio.gather(self._carry(reader, back, slow=False), self._carry(there, writer, slow=True))

    async def _carry(self, source: asyncio.StreamReader, sink: asyncio.StreamWriter, *, slow: bool) -> None:
        pieces: asyncio.Queue[tuple[float, bytes]] = asyncio.Queue()

        async def deliver() -> None:
            while True:
                at, piece = await pieces.get()
                await asyncio.sleep(max(0.0, at - time.monotonic()))
                if not piece:
                    sink.close()
                    return
                sink.write(piece)

        ends = asyncio.ensure_future(deliver())
        try:
            while piece := await source.read(PIECE):
                if slow:
                    self._free_at = max(self._free_at, time.monotonic()) + len(piece) / BYTES_PER_S
                at = self._free_at if slow else time.monotonic()
                pieces.put_nowait((at + ROUND_TRIP_S / 2, piece))
        except ConnectionError:
            pass
        pieces.put_nowait((time.monotonic() + ROUND_TRIP_S / 2, b""))
        await ends
