from django.apps import AppConfig


class AssetsConfig(AppConfig):
    name = "fundament.web.assets"
    label = "assets"

    def ready(self) -> None:
        from fundament.web.assets.models import Asset
        from fundament.web.assets.services import keeping, library
        from fundament.web.errands.services import running
        from fundament.web.operating.registry import Store, declare_store
        from fundament.web.operating.services.overview import stored_bytes

        running.declare(running.KindOfErrand(keeping.PICTURE, keeping.carried_out, lambda _: "/studies/"))
        running.declare(running.KindOfErrand(library.LIBRARY, library.carried_out, lambda _: "/studies/"))
        declare_store(Store("pictures", lambda workspace: stored_bytes(Asset.objects.filter(workspace_id=workspace), "content")))
