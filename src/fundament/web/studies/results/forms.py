"""Forms for studies; what was typed stays, with a sentence that says what would be right."""

from __future__ import annotations

from datetime import date
from typing import Any

from django import forms
from django.utils import timezone

from fundament.core.errors import CoreError
from fundament.core.yardstick.secondary_keywords import MOST, cleaned
from fundament.messages import say_error
from fundament.providers.errors import PageError
from fundament.providers.guard import check_form
from fundament.web.studies.models import COUNTRIES, DEPTHS, DEVICES, LANGUAGES

EARLIEST = date(2000, 1, 1)
MOST_ADDRESSES = 30
MOST_CHARACTERS = 200
CLASSES: dict[type[forms.Widget], str] = {forms.Select: "form-select", forms.CheckboxInput: "form-check-input"}


class NewStudyForm(forms.Form):
    """What a study is opened with."""

    keyword = forms.CharField(
        max_length=200,
        label="Keyword",
        help_text="The phrase people search for, as they type it.",
        error_messages={
            "required": "Give the keyword: the phrase that people search for.",
            "max_length": "A keyword has at most 200 characters.",
        },
    )
    country = forms.ChoiceField(choices=COUNTRIES, initial="gb", label="Country")
    language = forms.ChoiceField(choices=LANGUAGES, initial="en", label="Language")
    device = forms.ChoiceField(choices=DEVICES, initial="desktop", label="Device")
    depth = forms.TypedChoiceField(choices=DEPTHS, coerce=int, initial=20, label="Results to read")
    secondary = forms.CharField(
        required=False,
        label="Secondary keywords",
        widget=forms.Textarea(attrs={"rows": 4}),
        help_text=f"Optional, up to {MOST}, one per line: phrases the page should answer too.",
    )
    name = forms.CharField(required=False, max_length=200, label="Name", help_text="Optional; without one it is called by its keyword.")
    folder = forms.CharField(required=False, max_length=80, label="Folder", help_text="Optional, to keep studies together.")
    rework_address = forms.CharField(
        required=False,
        max_length=2_000,
        label="A page of yours to rework",
        help_text="Optional: its address. It is read, becomes the first draft, and is never its own competitor.",
    )
    place = forms.CharField(
        required=False,
        max_length=100,
        label="Place",
        help_text="Optional: a town or region. Results are those of somebody who searches there.",
    )
    as_of = forms.DateField(
        required=False, label="As of", widget=forms.DateInput(attrs={"type": "date"}), help_text="Optional: an earlier day whose results are asked for. The pages are read as they are today.",
        error_messages={"invalid": "Give a day, such as 2026-03-31."},
    )  # fmt: skip
    keep = forms.BooleanField(
        required=False,
        label="Begin the next studies so",
        help_text="Country, language, device, number of results and folder become what new studies of this workspace begin with.",
    )
    addresses = forms.CharField(
        required=False,
        label="Addresses",
        widget=forms.Textarea(attrs={"rows": 4, "spellcheck": "false"}),
        help_text="Optional. One per line, best first: these pages are compared instead of asking for ranked results.",
    )

    def __init__(self, *args: Any, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        for field in self.fields.values():
            field.widget.attrs["class"] = CLASSES.get(type(field.widget), "form-control")
        for name in self.errors if self.is_bound else ():
            if name in self.fields:
                self.fields[name].widget.attrs["class"] += " is-invalid"

    def clean_keyword(self) -> str:
        """A keyword must have a letter or digit."""
        keyword = " ".join(self.cleaned_data["keyword"].replace("\x00", "").split())
        if not any(c.isalnum() for c in keyword):
            raise forms.ValidationError("A keyword needs at least one letter or digit.")
        return keyword

    def clean_secondary(self) -> list[str]:
        """Phrases, at most so many, none too long."""
        lines = [line.strip() for line in self.cleaned_data["secondary"].replace("\x00", "").splitlines() if line.strip()]
        for number, line in enumerate(lines, 1):
            if len(line) > MOST_CHARACTERS:
                raise forms.ValidationError(f"Line {number} has {len(line)} characters; a keyword has at most {MOST_CHARACTERS}.")
        try:
            return list(cleaned(lines, self.cleaned_data.get("keyword", "")))
        except CoreError as error:
            raise forms.ValidationError(say_error(error)) from None

    def clean_name(self) -> str:
        """One line."""
        return " ".join(self.cleaned_data["name"].replace("\x00", "").split())

    def clean_folder(self) -> str:
        """One line."""
        return " ".join(self.cleaned_data["folder"].replace("\x00", "").split())

    @property
    def elsewhere(self) -> tuple[forms.BoundField, ...]:
        """What few studies need: results of another place or day."""
        return self["place"], self["as_of"]

    def clean_place(self) -> str:
        """One line."""
        return " ".join(self.cleaned_data["place"].replace("\x00", "").split())

    def clean_as_of(self) -> date | None:
        """A day that is over."""
        day: date | None = self.cleaned_data["as_of"]
        if day is not None and not EARLIEST <= day <= timezone.localdate():
            raise forms.ValidationError(f"Give a day between {EARLIEST.year} and today.")
        return day

    def clean_rework_address(self) -> str:
        """An address that may be read."""
        address: str = self.cleaned_data["rework_address"].strip()
        if address and "//" not in address:
            address = f"https://{address}"
        try:
            if address:
                check_form(address)
        except PageError as error:
            raise forms.ValidationError(say_error(error)) from None
        return address

    def clean_addresses(self) -> list[str]:
        """Every address must be one that may be read."""
        lines = [line.strip() for line in self.cleaned_data["addresses"].splitlines() if line.strip()]
        if len(lines) > MOST_ADDRESSES:
            raise forms.ValidationError(f"At most {MOST_ADDRESSES} addresses can be compared; these are {len(lines)}.")
        for number, line in enumerate(lines, 1):
            try:
                check_form(line)
            except PageError as error:
                raise forms.ValidationError(f"Line {number}, {line[:80]}: {say_error(error)}") from None
        return list(dict.fromkeys(lines))
