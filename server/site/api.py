"""The HTTP API: one router per word of the work."""

from ninja.security import django_auth

from server.archive.api import router as archive
from server.areas.api import router as areas
from server.checks.api import router as checks
from server.logbook.api import router as logbook
from server.materials.api import router as materials
from server.mixes.api import router as mixes
from server.passes.api import router as passes
from server.practice.api import router as practice
from server.sharing.api import router as sharing
from server.sittings.api import router as sittings
from server.sittings.easel.api import router as easel
from server.subject.api import router as subject
from server.values.api import router as values
from server.work.api import router as desk

from .account import router as account
from .door import CleanParser
from .people_api import router as people
from .problems import Api, answer_problems
from .studio import router as studio
from .tablets_api import router as tablets

api = Api(title="Ypsochrom", version="1", auth=django_auth, docs_url=None, openapi_url=None, parser=CleanParser())
answer_problems(api)
api.add_router("/studio", studio, tags=["studio"])
api.add_router("/studio/tablets", tablets, tags=["tablets"])
api.add_router("/studio/account", account, tags=["account"])
api.add_router("/studio/school", people, tags=["school"])
api.add_router("/desk", desk, tags=["desk"])
api.add_router("/materials", materials, tags=["materials"])
api.add_router("/subject", subject, tags=["subject"])
api.add_router("/values", values, tags=["values"])
api.add_router("/areas", areas, tags=["areas"])
api.add_router("/mixes", mixes, tags=["mixes"])
api.add_router("/passes", passes, tags=["passes"])
api.add_router("/sittings", sittings, tags=["sittings"])
api.add_router("/easel", easel, tags=["easel"])
api.add_router("/checks", checks, tags=["checks"])
api.add_router("/logbook", logbook, tags=["logbook"])
api.add_router("/practice", practice, tags=["practice"])
api.add_router("/sharing", sharing, tags=["sharing"])
api.add_router("/archive", archive, tags=["archive"])
