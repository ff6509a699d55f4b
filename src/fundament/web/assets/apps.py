from django.apps import AppConfig


class AssetsConfig(AppConfig):
    name = "fundament.web.assets"
    label = "assets"
