"""Addresses of errands."""

from django.urls import path

from fundament.web.errands import views

urlpatterns = [path("<int:errand_id>/", views.errand, name="errand")]
