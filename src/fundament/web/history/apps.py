from django.apps import AppConfig


class HistoryConfig(AppConfig):
    name = "fundament.web.history"
    label = "history"
