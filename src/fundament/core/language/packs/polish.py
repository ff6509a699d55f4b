"""Polish: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.asked import Asked
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
    asked=Asked(
        duration="jak długo|ile czasu|ile lat|ile dni|ile miesięcy|ile tygodni|ile godzin|jak często|po jakim czasie",
        size="jak głęboko|jak gruba|jak gruby|jaka grubość|jaka głębokość|jaka szerokość|jaka wysokość|jak szeroki|jak wysoki",
        amount="ile|jaka ilość|jaka temperatura|jakie proporcje|jaki rozmiar|jaki procent",
        when="kiedy|od kiedy|do kiedy|w jakiej porze",
        reason="dlaczego|czemu|po co|co się stanie",
        steps="jak|w jaki sposób",
        definition="co to jest|czym jest|czym są|co oznacza|co to|kim jest",
        choice="jaki|jaka|jakie|który|która|które|kto|gdzie|czym|co",
        cost="kosztuje|kosztują|koszt|koszty|cena|ceny|zapłacić|drogi|tani",
        kind_words="kosztować|koszt|cena|trwać|potrzebować|dobry|lepszy|najlepszy|ile|czas|kiedy|jak|dlaczego|jaki|który|kto|gdzie|robić|zrobić|musieć|móc|można|rok|miesiąc|tydzień|dzień|godzina|wybrać|wiedzieć|trzeba|czy",
        lasts="wytrzyma|wytrzymuje|trwałość|żywotność",
        takes="trwa|zajmuje",
        units_of_time="sekund|minut|minuta|minuty|godzin|godzina|godziny|godzinę|dzień|dni|noc|nocy|tydzień|tygodnie|tygodni|miesiąc|miesiące|miesięcy|sezon|rok|roku|lata|lat|wiek|wieki|dekad",
        figures="jeden|jedna|jedno|dwa|dwie|trzy|cztery|pięć|sześć|siedem|osiem|dziewięć|dziesięć|dwanaście|piętnaście|dwadzieścia|trzydzieści|czterdzieści|pięćdziesiąt|sto|tysiąc|pół|kilka|kilkanaście|co|każdy|każde",
        because="bo|ponieważ|gdyż|dlatego|aby|żeby|przyczyna|powód|zapobiega|inaczej|dzięki|powoduje|jeśli",
        conditions="jeśli|jeżeli|gdy|kiedy|dopóki|aż|po|przed|poniżej|powyżej|wiosna|wiosną|lato|latem|jesień|jesienią|zima|zimą|mróz",
        verdicts="tak|nie|nigdy|musi|trzeba|można|może|mogą|tylko|zabronione|dozwolone|możliwe|konieczne|unikać|wystarczy|należy",
        advice="użyj|używać|wybierz|wybrać|nadaje|najlepiej|lepiej|polecamy|zaleca|należy|trzeba|wystarczy|zawsze|nigdy|idealny",
        shunned="zależy|w zależności|różne rodzaje|odgrywa rolę|wiele czynników",
        personal="ja|my|mój|moja|moje|nasz|nasza|nasze|nam|mi|mnie",
    ),
)
