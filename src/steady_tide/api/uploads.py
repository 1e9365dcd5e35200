"""Large files on their way in: straight into storage, without a connection to the database meanwhile."""

from collections.abc import AsyncIterator
from typing import Annotated
from uuid import UUID

from fastapi import Depends, Request
from starlette.concurrency import run_in_threadpool

from steady_tide.api.context import Service, ServiceOf, Token, Whose
from steady_tide.desk.accounts.authentication import account_of


async def sender(service: ServiceOf, who: Whose, token: Token = None) -> UUID:
    """Whose account it is that something is sent to, asked before it is read. Raises NotSignedIn."""
    async with service.turns.connections.one(who):
        return await run_in_threadpool(_signed_in, service, token)


Sender = Annotated[UUID, Depends(sender)]


async def uploaded(request: Request, service: ServiceOf, who: Whose, token: Token = None) -> AsyncIterator[str]:
    """The key of what was sent; it is removed again when the request is refused. Raises NotSignedIn first."""
    account_id = await sender(service, who, token)
    with service.files.writing(account_id) as (key, sink):
        async for part in request.stream():
            await run_in_threadpool(sink.write, part)
    try:
        yield key
    except BaseException:
        await run_in_threadpool(service.files.delete, key)
        raise


def _signed_in(service: Service, token: str | None) -> UUID:
    with service.database.session() as session:
        return account_of(session, token).id


Uploaded = Annotated[str, Depends(uploaded)]
