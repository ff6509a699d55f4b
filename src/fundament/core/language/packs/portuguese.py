"""Portuguese: terms, subtopics, structure and placement; without parts of speech and names."""

from fundament.core.language.packs.model import pack_from_frequencies
from fundament.core.language.prose import Prose, by_vowels, fillers, pairs

PACK = pack_from_frequencies(
    "pt",
    "Portuguese",
    further="dever poder querer permitir quando cada mesmo mediante assim seguinte",
    inner="de do da dos das para em com e a o",
    between="e ou o a os as um uma também",
    ourselves="nós nosso nossa nossos nossas",
    closing="conteúdo conclusão introdução referências resumo ligações",
    closing_phrases=(
        "veja também",
        "ver também",
    ),
    articles="o a os as um uma uns umas do da dos das ao aos à às no na nos nas pelo pela este esta estes estas seu sua seus suas cada",
    head_first=True,
    interface=(
        "diálogo submenu clique botão menu caixa-de-seleção",
        "janela separador aba ícone ecrã tela rato cursor campo coluna linha lista opção tecla atalho painel barra",
    ),
    documents="tabela figura capítulo secção seção apêndice howto faq guia",
    weak="""
        outro outra outros outras todo toda todos todas cada novo nova novos novas velho vários várias diferente diferentes mesmo mesma mesmos mesmas certo certa alguns algumas próprio própria tal último última primeiro primeira seguinte seguintes diversos diversas
        """,
    names=("de do da dos das e para", "sr sra dr dra senhor senhora professor", "em no na perto desde"),
    classes={
        "technology": "protocolo protocolos norma padrão algoritmo linguagem formato",
        "product": "programa biblioteca ferramenta navegador distribuição",
        "organisation": "empresa sociedade associação fundação fabricante universidade editora",
        "place": "cidade rio ilha vila província região",
        "work": "livro romance revista jornal filme",
        "law": "lei regulamento diretiva licença",
    },
    defining="é são significa designa",
    form="descrição visão geral generalidades detalhes informações mais outros básico opções parâmetros exemplo exemplos uso sintaxe funções",
    prose=Prose(
        by_vowels("aeiouáâãàéêíóôõúü", f"{pairs('aeoáéó', 'aeoáéó')} {pairs('aeo', 'íú')} {pairs('íú', 'aeo')}"),
        fillers=fillers(
            "realmente, basicamente, simplesmente, obviamente, evidentemente, claro que, de facto, de fato, na verdade, de certa forma, mais ou menos, a nível de, é importante notar que, com o objetivo de, devido ao facto de, neste momento, literalmente, totalmente, absolutamente"
        ),
        questions="Perguntas e respostas",
        dictionary="pt_PT",
        dictionaries={"br": ""},
    ),
)
