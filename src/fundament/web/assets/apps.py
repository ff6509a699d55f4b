from django.apps import AppConfig


class AssetsConfig(AppConfig):
    name = "fundament.web.assets"
    label = "assets"

    def ready(self) -> None:
        from fundament.web.assets.models import Asset
        from fundament.web.operating.registry import Store, declare_store
        from fundament.web.operating.services.overview import stored_bytes

        declare_store(Store("Pictures of drafts", lambda workspace: stored_bytes(Asset.objects.filter(workspace_id=workspace), "content")))
