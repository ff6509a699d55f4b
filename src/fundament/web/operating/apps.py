from django.apps import AppConfig


class OperatingConfig(AppConfig):
    name = "fundament.web.operating"
    label = "operating"
