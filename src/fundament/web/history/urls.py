"""Addresses of the log."""

from django.urls import path

from fundament.web.history.views import undo_action

urlpatterns = [path("undo/<int:action_id>/", undo_action, name="undo")]
