"""Addresses of studies."""

from django.urls import path

from fundament.web.studies import deciding_views, entity_views, outline_views, plan_views, reading_views, term_views, views, yardstick_views

urlpatterns = [
    path("new/", views.new_study, name="new-study"),
    path("<int:study_id>/", views.results, name="results"),
    path("<int:study_id>/progress/", views.progress, name="progress"),
    path("<int:study_id>/left-out-scores/", views.scores_of_left_out, name="scores-of-left-out"),
    path("<int:study_id>/choose/", views.choose, name="choose"),
    path("<int:study_id>/as-proposed/", views.as_proposed, name="as-proposed"),
    path("<int:study_id>/read-again/", views.read_again, name="read-again"),
    path("for-pages-of/<int:site_id>/", views.mean_for, name="mean-for"),
    path("<int:study_id>/renew/", views.renew, name="renew"),
    path("<int:study_id>/rename/", views.rename, name="rename-study"),
    path("<int:study_id>/archive/", views.archive, name="archive-study"),
    path("<int:study_id>/history/", views.study_history, name="study-history"),
    path("<int:study_id>/results/<int:result_id>/", reading_views.reading, name="reading"),
    path("<int:study_id>/results/<int:result_id>/preview/", reading_views.preview, name="preview"),
    path("<int:study_id>/results/<int:result_id>/overrule/", reading_views.overrule, name="overrule"),
    path("<int:study_id>/results/<int:result_id>/as-read/", reading_views.as_read, name="as-read"),
    path("<int:study_id>/yardstick/", yardstick_views.yardstick, name="yardstick"),
    path("<int:study_id>/yardstick/aims/", yardstick_views.aims, name="aims"),
    path("<int:study_id>/yardstick/confirm/", deciding_views.confirm_plan, name="confirm-plan"),
    path("<int:study_id>/yardstick/length/", deciding_views.plan_length, name="plan-length"),
    path("<int:study_id>/decide/", deciding_views.decide, name="decide"),
    path("<int:study_id>/take-back/", deciding_views.take_back, name="take-back"),
    path("<int:study_id>/terms/own/", deciding_views.add_terms, name="add-terms"),
    path("<int:study_id>/terms/", term_views.terms, name="terms"),
    path("<int:study_id>/terms/<slug:key>/", term_views.term, name="term"),
    path("<int:study_id>/entities/", entity_views.entities, name="entities"),
    path("<int:study_id>/entities/own/", entity_views.own_entities, name="own-entities"),
    path("<int:study_id>/entities/<slug:key>/", entity_views.entity, name="entity"),
    path("<int:study_id>/plan/", plan_views.plan, name="plan"),
    path("<int:study_id>/plan/set/", plan_views.set_plan, name="set-plan"),
    path("<int:study_id>/plan/export/", plan_views.export_plan, name="export-plan"),
    path("<int:study_id>/outline/", outline_views.outline, name="outline"),
    path("<int:study_id>/outline/add/", outline_views.add_heading, name="add-heading"),
    path("<int:study_id>/outline/headings/<slug:key>/", outline_views.outline_node, name="outline-node"),
    path("<int:study_id>/outline/headings/<slug:key>/move/", outline_views.move_heading, name="move-heading"),
    path("<int:study_id>/outline/<slug:key>/", outline_views.subtopic, name="subtopic"),
]
