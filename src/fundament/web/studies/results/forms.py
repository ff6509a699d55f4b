"""Forms for studies; what was typed stays, with a sentence that says what would be right."""

from __future__ import annotations

from datetime import date
from typing import Any, NamedTuple

from django import forms
from django.utils import timezone

from fundament.core.errors import CoreError
from fundament.core.yardstick.secondary_keywords import MOST, cleaned
from fundament.messages import say_error, words
from fundament.providers.errors import PageError
from fundament.providers.guard import check_form
from fundament.web.studies.models import COUNTRIES, DEPTHS, DEVICES, LANGUAGES
from fundament.web.templating import said_later
from fundament.web.typed import one_line, storable

EARLIEST = date(2000, 1, 1)
MOST_ADDRESSES = 30
MOST_CHARACTERS = 200
CLASSES: dict[type[forms.Widget], str] = {forms.Select: "form-select", forms.CheckboxInput: "form-check-input"}


FOLDS = {
    "new_study.fold_secondary": ("secondary",),
    "new_study.fold_name": ("name", "folder", "rework_address", "keep"),
    "new_study.fold_elsewhere": ("place", "as_of"),
}


class Fold(NamedTuple):
    """Fields that are shown when somebody opens them. title: the key of its words."""

    title: str
    fields: list[forms.BoundField]
    is_open: bool


class NewStudyForm(forms.Form):
    """What a study is opened with."""

    keyword = forms.CharField(
        max_length=200,
        label=said_later("new_study_form.keyword_label"),
        help_text=said_later("new_study_form.keyword_help"),
        error_messages={
            "required": said_later("new_study_form.keyword_required"),
            "max_length": said_later("new_study_form.keyword_too_long"),
        },
    )
    country = forms.ChoiceField(choices=COUNTRIES, initial="gb", label=said_later("new_study_form.country_label"))
    language = forms.ChoiceField(choices=LANGUAGES, initial="en", label=said_later("new_study_form.language_label"))
    device = forms.ChoiceField(choices=DEVICES, initial="desktop", label=said_later("new_study_form.device_label"))
    depth = forms.TypedChoiceField(choices=DEPTHS, coerce=int, initial=20, label=said_later("new_study_form.depth_label"))
    secondary = forms.CharField(
        required=False,
        label=said_later("new_study_form.secondary_label"),
        widget=forms.Textarea(attrs={"rows": 4}),
        help_text=said_later("new_study_form.secondary_help", most=MOST),
    )
    name = forms.CharField(
        required=False, max_length=200, label=said_later("new_study_form.name_label"), help_text=said_later("new_study_form.name_help")
    )
    folder = forms.CharField(
        required=False, max_length=80, label=said_later("new_study_form.folder_label"), help_text=said_later("new_study_form.folder_help")
    )
    rework_address = forms.CharField(
        required=False,
        max_length=2_000,
        label=said_later("new_study_form.rework_address_label"),
        help_text=said_later("new_study_form.rework_address_help"),
    )
    place = forms.CharField(
        required=False,
        max_length=100,
        label=said_later("new_study_form.place_label"),
        help_text=said_later("new_study_form.place_help"),
    )
    as_of = forms.DateField(
        required=False, label=said_later("new_study_form.as_of_label"), widget=forms.DateInput(attrs={"type": "date"}), help_text=said_later("new_study_form.as_of_help"),
        error_messages={"invalid": said_later("new_study_form.no_day")},
    )  # fmt: skip
    keep = forms.BooleanField(
        required=False,
        label=said_later("new_study_form.keep_label"),
        help_text=said_later("new_study_form.keep_help"),
    )
    addresses = forms.CharField(
        required=False,
        label=said_later("new_study_form.addresses_label"),
        widget=forms.Textarea(attrs={"rows": 4, "spellcheck": "false"}),
        help_text=said_later("new_study_form.addresses_help"),
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
        keyword = one_line(self.cleaned_data["keyword"])
        if not any(c.isalnum() for c in keyword):
            raise forms.ValidationError(words("new_study_form.no_letter"))
        return keyword

    def clean_secondary(self) -> list[str]:
        """Phrases, at most so many, none too long."""
        lines = [line.strip() for line in storable(self.cleaned_data["secondary"]).splitlines() if line.strip()]
        for number, line in enumerate(lines, 1):
            if len(line) > MOST_CHARACTERS:
                raise forms.ValidationError(
                    words("new_study_form.line_too_long", number=number, characters=len(line), most=MOST_CHARACTERS)
                )
        try:
            return list(cleaned(lines, self.cleaned_data.get("keyword", "")))
        except CoreError as error:
            raise forms.ValidationError(say_error(error)) from None

    def clean_name(self) -> str:
        """One line."""
        return one_line(self.cleaned_data["name"])

    def clean_folder(self) -> str:
        """One line."""
        return one_line(self.cleaned_data["folder"])

    @property
    def first(self) -> list[forms.BoundField]:
        """What every study needs: the keyword and its market."""
        return [self[name] for name in ("keyword", "country", "language", "device", "depth")]

    @property
    def folds(self) -> list[Fold]:
        """What few studies need, by what it is about. A fold that has something in it, or an error, is open."""
        return [
            Fold(
                title,
                [self[name] for name in names],
                any(self[name].errors or (self[name].value() and name != "folder") for name in names),
            )
            for title, names in FOLDS.items()
        ]

    def clean_place(self) -> str:
        """One line."""
        return one_line(self.cleaned_data["place"])

    def clean_as_of(self) -> date | None:
        """A day that is over."""
        day: date | None = self.cleaned_data["as_of"]
        if day is not None and not EARLIEST <= day <= timezone.localdate():
            raise forms.ValidationError(words("new_study_form.day_outside", year=str(EARLIEST.year)))
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
            raise forms.ValidationError(words("new_study_form.many_addresses", most=MOST_ADDRESSES, addresses=len(lines)))
        for number, line in enumerate(lines, 1):
            try:
                check_form(line)
            except PageError as error:
                raise forms.ValidationError(
                    words("new_study_form.line_wrong", number=number, line=line[:80], why=say_error(error))
                ) from None
        return list(dict.fromkeys(lines))
