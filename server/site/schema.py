"""What requests and answers are made of."""

from pydantic import BaseModel, ConfigDict


class Schema(BaseModel):
    """A document of the API, made from its fields or from an object that has them.

    The framework's own base looks at every value through a wrapper for rows with relations, which no answer here needs: large
    answers took twice as long.
    """

    model_config = ConfigDict(from_attributes=True)
