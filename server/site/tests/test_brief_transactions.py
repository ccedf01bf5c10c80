"""The check that every request of the tests is held to fails a request that works inside a transaction."""

import cv2
import numpy as np
import pytest
from django.db import transaction
from django.http import HttpResponse
from django.test import RequestFactory
from PIL import Image

from server.site.tests.brief_transactions import MOST_CALLS, BriefTransactions

pytestmark = pytest.mark.django_db


def adds_up():
    for number in range(MOST_CALLS):
        abs(number)


def opens_a_picture():
    Image.fromarray(np.zeros((4, 4), np.uint8)).resize((2, 2))


def filters_one():
    cv2.blur(np.zeros((4, 4), np.uint8), (3, 3))


def answer_to(inside=None, outside=None):
    def view(_request):
        if outside:
            outside()
        with transaction.atomic(), transaction.atomic():
            if inside:
                inside()
        return HttpResponse("kept")

    return BriefTransactions(view)(RequestFactory().post("/api/anything"))


@pytest.mark.parametrize(("work", "told"), [(adds_up, "calls inside"), (opens_a_picture, "PIL"), (filters_one, "cv2")])
def test_what_is_worked_out_inside_a_transaction_fails_the_request(work, told):
    with pytest.raises(AssertionError, match=told):
        answer_to(inside=work)


@pytest.mark.parametrize("work", [adds_up, opens_a_picture, filters_one])
def test_the_same_before_it_is_no_fault(work):
    assert answer_to(outside=work).content == b"kept"
