from django.apps import AppConfig


class NoticesConfig(AppConfig):
    name = "fundament.web.notices"
    label = "notices"
