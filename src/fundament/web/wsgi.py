"""The WSGI entry point."""

import os
import threading

from django.core.wsgi import get_wsgi_application

from fundament.core.warm import warm

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "fundament.web.settings")
application = get_wsgi_application()
threading.Thread(target=warm, name="warm", daemon=True).start()  # meanwhile requests are answered, if slower
