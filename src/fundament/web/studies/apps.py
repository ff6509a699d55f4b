from django.apps import AppConfig


class StudiesConfig(AppConfig):
    name = "fundament.web.studies"
    label = "studies"
    verbose_name = "Studies"
