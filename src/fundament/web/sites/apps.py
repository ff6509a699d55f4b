from django.apps import AppConfig


class SitesConfig(AppConfig):
    name = "fundament.web.sites"
    label = "sites"

    def ready(self) -> None:
        from django.conf import settings

        from fundament.web.operating.registry import Service, declare_service
        from fundament.web.sites.services.answers import try_results

        declare_service(Service("results", "Results service", lambda: settings.RESULTS_ADDRESS, try_results))
