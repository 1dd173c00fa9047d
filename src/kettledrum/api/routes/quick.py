"""The quick question: answered from the parts of the shelf, and nothing is saved."""

from typing import Annotated

from fastapi import Depends

from kettledrum.api.asked import FILE_BODY, file_of_at_most
from kettledrum.api.routes.roads import FileName
from kettledrum.api.routing import routed
from kettledrum.api.the_store import TheStore
from kettledrum.core.job.route import Route
from kettledrum.core.quick.question import QuickQuestion
from kettledrum.core.quick.result import QuickAnswer
from kettledrum.formats.gpx import MOST_TRACK_BYTES

router = routed("quick", "/quick")


@router.post("", response_model_exclude_unset=True)
def answer_quick_question(question: QuickQuestion, store: TheStore) -> QuickAnswer:
    """Whether a bicycle out of an advertisement climbs where one rides, and how fast it is."""
    from kettledrum.core.quick.answer import quick_answer

    return quick_answer(question, [record.part for record in store.shelf.parts()])


@router.post("/road", response_model_exclude_unset=True, openapi_extra=FILE_BODY)
def read_quick_road(
    content: Annotated[bytes, Depends(file_of_at_most(MOST_TRACK_BYTES))], name: FileName = "Road"
) -> Route:
    """The first road of a file, cleaned as roads of a job are; it is not kept."""
    from kettledrum.formats.tracks import every_road

    return every_road(content, name).roads[0]
