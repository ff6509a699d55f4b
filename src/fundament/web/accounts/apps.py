from django.apps import AppConfig


class AccountsConfig(AppConfig):
    name = "fundament.web.accounts"
    label = "accounts"
