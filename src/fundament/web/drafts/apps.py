from django.apps import AppConfig


class DraftsConfig(AppConfig):
    name = "fundament.web.drafts"
    label = "drafts"
