"""Polish: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers, pairs

PACK = pack_from_frequencies(
    "pl",
    "Polish",
    further="musieć móc chcieć powinien każdy gdy aby jednak następujący",
    inner="do z na w i dla od po",
    between="i oraz lub albo a też także",
    ourselves="my nas nam nasz nasza nasze naszych naszej",
    closing="spis treści uwaga uwagi ostrzeżenie podsumowanie wstęp wprowadzenie źródła bibliografia przypisy",
    closing_phrases=("zobacz też",),
    head_first=True,
    interface=(
        "dialogowy podmenu kliknij kliknąć przycisk menu",
        "okno karta ikona ekran mysz kursor pole kolumna wiersz lista opcja klawisz skrót panel pasek",
    ),
    documents="tabela rysunek rozdział sekcja dodatek howto faq podręcznik",
    weak="""
        inny inna inne innych innego innej każdy każda każde każdego wszystkie wszystkich nowy nowa nowe nowych nowego nowej stary stara stare różne różnych kilka wiele pewien pewne pewnych sam sama same własny własna własne taki taka takie ostatni ostatnia pierwszy pierwsza następujące następujących
        """,
    names=("i w na do", "pan pani dr prof", "w we pod koło z"),
    classes={
        "technology": "protokół protokołu standard algorytm język format",
        "product": "program biblioteka narzędzie przeglądarka dystrybucja",
        "organisation": "firma stowarzyszenie fundacja przedsiębiorstwo uniwersytet wydawnictwo",
        "place": "miasto rzeka wyspa wieś gmina województwo",
        "work": "książka powieść czasopismo gazeta film",
        "law": "ustawa rozporządzenie dyrektywa licencja",
    },
    defining="jest są to oznacza",
    form="opis przegląd ogólne szczegóły informacje więcej inne podstawy opcje parametry przykład przykłady użycie składnia funkcje",
    prose=Prose(
        by_vowels("aeiouyąęó", pairs("aeoąęó", "aeoąęó")),
        fillers=fillers(
            "naprawdę, właściwie, po prostu, oczywiście, w zasadzie, niejako, mniej więcej, tak naprawdę, w gruncie rzeczy, należy zauważyć że, ze względu na fakt że, w chwili obecnej, dosłownie, absolutnie, całkowicie, zasadniczo"
        ),
        questions="Pytania i odpowiedzi",
        dictionary="pl_PL",
    ),
)
