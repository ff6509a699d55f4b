from django.apps import AppConfig


class SitesConfig(AppConfig):
    name = "fundament.web.sites"
    label = "sites"
