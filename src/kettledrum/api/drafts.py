"""A job as it is being typed, asked about at every key: what of it is refused is as it was last saved."""

from typing import Annotated, Any

from fastapi import Body

from kettledrum.core.job.brief import MOST_SETUPS
from kettledrum.core.job.drafted import Drafted, Saved, drafted
from kettledrum.core.terms.quantities import Model
from kettledrum.store import Store

SetupIds = Annotated[list[str], Body(max_length=MOST_SETUPS)]


class Drafts(Model):
    """A job as it is being typed: a `brief`, in order or not, and which setups of the job those of it are."""

    brief: dict[str, Any]
    setup_ids: SetupIds

    def of_job(self, job_id: str, store: Store) -> Drafted:
        """What they stand for, in a job whose saved state stands in for what is refused."""

        def saved() -> Saved:
            job = store.jobs.job(job_id)
            held = {record.id: record.setup for record in job.setups}
            return Saved(
                job.need, {place: held[each] for place, each in enumerate(self.setup_ids) if each in held}
            )

        return drafted(self.brief, saved)
