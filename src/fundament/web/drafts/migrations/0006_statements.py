
import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('drafts', '0005_publications_read'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.CreateModel(
            name='Statement',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(choices=[('there', 'There already'), ('covered', 'Covered'), ('not_covered', 'Not covered'), ('ours', 'This is ours'), ('not_for_page', 'Not for this page')], max_length=12)),
                ('target', models.CharField(max_length=200)),
                ('name', models.CharField(blank=True, max_length=200)),
                ('count', models.PositiveSmallIntegerField(default=0)),
                ('text', models.TextField(blank=True)),
                ('created_at', models.DateTimeField(auto_now_add=True)),
                ('created_by', models.ForeignKey(null=True, on_delete=django.db.models.deletion.SET_NULL, related_name='+', to=settings.AUTH_USER_MODEL)),
                ('draft', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='statements', to='drafts.draft')),
            ],
            options={
                'ordering': ('-created_at', '-id'),
                'constraints': [models.UniqueConstraint(fields=('draft', 'kind', 'target'), name='statement_once_on_a_target')],
            },
        ),
    ]
